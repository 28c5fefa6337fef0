import Box from "@mui/material/Box";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import Typography from "@mui/material/Typography";
import { useEffect, useState } from "react";
import { Controller, useController, useFormContext, useWatch } from "react-hook-form";
import { useFetcher } from "react-router";
import { readAdapter } from "../../core/readings/index.ts";
import {
  CONSENTS,
  DATA_CHOICES,
  type Intake,
  type NewTicket,
  WORKS,
  type Work,
} from "../../core/ticket/index.ts";
import {
  CONSENT_NAMES,
  CONSENT_WORDS,
  DATA_WORDS,
  PASSWORD_WORDS,
  WORK_WORDS,
} from "../../core/words/index.ts";
import { AdapterVerdict, SupplyFields, supplyIn, type SupplyText } from "../ticket/readings.tsx";
import { Choice } from "../ui/choice.tsx";
import { dayWords } from "../ui/days.ts";
import { Fold } from "../ui/fold.tsx";

/** What the customer wants done. */
export function WorkWanted() {
  const { control } = useFormContext<NewTicket>();
  return (
    <Controller
      name="work"
      control={control}
      render={({ field: { value, onChange } }) => (
        <ToggleButtonGroup
          exclusive
          aria-label="Work wanted"
          value={value}
          onChange={(_, work: Work | null) => work && onChange(work)}
          sx={{ flexWrap: "wrap", mb: 1.5 }}
        >
          {WORKS.map((work) => (
            <ToggleButton key={work} value={work}>
              {WORK_WORDS[work]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
    />
  );
}

const BLANK: SupplyText = { volts: "", amps: "", plug: "", centre: "" };

/** What came with it, data and password: folded away until it is asked. */
export function CameWith() {
  const { control } = useFormContext<NewTicket>();
  const { field } = useController({ control, name: "intake" });
  const intake: Intake = field.value;
  const [has, setHas] = useState(BLANK);
  const [needs, setNeeds] = useState(BLANK);
  const change = (next: Partial<Intake>) => field.onChange({ ...intake, ...next });
  const judge = (nextHas: SupplyText, nextNeeds: SupplyText) => {
    setHas(nextHas);
    setNeeds(nextNeeds);
    const both = readAdapter({ has: supplyIn(nextHas), needs: supplyIn(nextNeeds) });
    const { adapter: _, ...rest } = intake;
    field.onChange(both.ok ? { ...rest, adapter: both.value } : rest);
  };
  return (
    <>
      <Fold title="Adapter" line="and what else came with it" isOpen={false}>
        <SupplyFields name="The adapter says" value={has} set={(next) => judge(next, needs)} />
        <SupplyFields name="The machine asks for" value={needs} set={(next) => judge(has, next)} />
        <AdapterVerdict has={has} needs={needs} />
        <TextField
          label="Came with it"
          value={intake.came ?? ""}
          onChange={(event) => change({ came: event.target.value })}
          fullWidth
          sx={{ mt: 1 }}
          slotProps={{ htmlInput: { maxLength: 500 } }}
        />
      </Fold>
      <Fold
        title="Data"

        line={intake.data ? DATA_WORDS[intake.data] : "not asked yet"}
        isOpen={false}
      >
        <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap" }}>
          <Choice
            label="Data"
            value={intake.data ?? ""}
            options={[
              { value: "", label: "not asked yet" },
              ...DATA_CHOICES.map((value) => ({ value, label: DATA_WORDS[value] })),
            ]}
            choose={(value) => change({ data: value === "" ? undefined : value } as Intake)}
            sx={{ minWidth: 280 }}
          />
          <Choice
            label="Password"
            value={intake.password ?? ""}
            options={[
              { value: "", label: "not asked yet" },
              ...(Object.keys(PASSWORD_WORDS) as (keyof typeof PASSWORD_WORDS)[]).map((value) => ({
                value,
                label: PASSWORD_WORDS[value],
              })),
            ]}
            choose={(value) => change({ password: value === "" ? undefined : value } as Intake)}
            sx={{ minWidth: 280 }}
          />
          <TextField
            label={
              intake.data === "wipe" ? "What the written order says" : "Who brings the data over"
            }
            value={intake.dataNote ?? ""}
            onChange={(event) => change({ dataNote: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 500 } }}
            sx={{ width: 300 }}
          />
        </Box>
        <Typography sx={{ color: "var(--soft)", mt: 1 }}>
          The password itself is never written into the ticket.
        </Typography>
      </Fold>
      <ConsentFields />
    </>
  );
}

const GIVEN = { yes: "Agrees", open: "Will say later", no: "Does not agree" } as const;

/** What the customer is asked to agree to; what he leaves open holds the ticket before the bench. */
function ConsentFields() {
  const { control } = useFormContext<NewTicket>();
  const { field } = useController({ control, name: "consents" });
  const asked = field.value;
  const line = asked.length === 0 ? "not asked yet" : `${asked.length} asked`;
  return (
    <Fold title="Consents" line={line} isOpen={false}>
      {CONSENTS.map((about) => (
        <Box key={about} sx={{ mb: 1.5 }}>
          <Typography sx={{ fontWeight: 700 }}>{CONSENT_NAMES[about]}</Typography>
          <Typography sx={{ color: "var(--soft)" }}>{CONSENT_WORDS[about]}</Typography>
          <ToggleButtonGroup
            exclusive
            size="small"
            aria-label={CONSENT_NAMES[about]}
            value={asked.find((one) => one.about === about)?.given ?? null}
            onChange={(_, given: keyof typeof GIVEN | null) =>
              field.onChange([
                ...asked.filter((one) => one.about !== about),
                ...(given === null ? [] : [{ about, given }]),
              ])
            }
          >
            {(Object.keys(GIVEN) as (keyof typeof GIVEN)[]).map((given) => (
              <ToggleButton key={given} value={given}>
                {GIVEN[given]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </Box>
      ))}
    </Fold>
  );
}

const PAUSE_MS = 200;

interface Earlier {
  readonly number: number;
  readonly fault: string;
  readonly condition: string;
  readonly takenIn: string;
  readonly waits: string;
  readonly marks: number;
}

/** Earlier tickets of the machine whose serial is typed, with what was noted of it. */
export function EarlierTickets() {
  const { control } = useFormContext<NewTicket>();
  const serial = useWatch({ control, name: "serial" });
  const { load, data } = useFetcher<readonly Earlier[]>();
  const isTyped = serial.trim().length > 2;
  useEffect(() => {
    if (!isTyped) return;
    const ask = () => void load(`/serials?serial=${encodeURIComponent(serial.trim())}`);
    const timer = setTimeout(ask, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [serial, isTyped, load]);
  if (!isTyped || !data || data.length === 0) return null;
  return (
    <Box role="status" sx={{ mb: 1 }}>
      <b>This machine was here before:</b>
      {data.map(({ number, fault, condition, takenIn, marks }) => (
        <Box key={number}>
          <a href={`/tickets/${number}`} target="_blank" rel="noreferrer">
            {number}
          </a>
          , {dayWords(takenIn.slice(0, 10))}: {fault}
          {condition !== "" && ` (${condition})`}
          {marks > 0 && ` ${marks} marks on its drawing.`}
        </Box>
      ))}
    </Box>
  );
}
