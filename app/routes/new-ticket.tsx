import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { data, Form, redirect } from "react-router";
import { PACK_SIGNS } from "../../core/bench/index.ts";
import { type NewTicketField, readNewTicket, shopDay } from "../../core/ticket/index.ts";
import {
  NEW_TICKET_WORDS,
  PACK_AT_COUNTER,
  PACK_SIGN_WORDS,
  takeInErrorWords,
} from "../../core/words/index.ts";
import { shop } from "../../shop/open.server.ts";
import { takeIn } from "../../shop/ticket/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { PartChoice } from "../take-in/part-choice.tsx";
import { useCode } from "../take-in/use-code.ts";
import { fieldsOf, idsIn } from "../ui/read-form.server.ts";
import type { Route } from "./+types/new-ticket";

export const meta: Route.MetaFunction = () => [{ title: "New ticket · Brisk Bench" }];

const USUAL_DAYS = 3;

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const { zone } = await shop();
  const soon = shopDay(new Date(Date.now() + USUAL_DAYS * 86_400_000), zone);
  const parts = idsIn(searchParams.get("parts") ?? "");
  return { code: searchParams.get("code") ?? "", parts, soon };
}

type FieldErrors = Readonly<Partial<Record<NewTicketField, string>>>;
const bad = (errors: FieldErrors) => data({ errors }, { status: 400 });

export async function action({ request }: Route.ActionArgs) {
  const fields = fieldsOf(await request.formData(), ["parts", "signs"]);
  const read = readNewTicket({ mode: "short", ...fields });
  if (!read.ok) {
    return bad(Object.fromEntries(read.error.map((field) => [field, NEW_TICKET_WORDS[field]])));
  }
  const { act } = await actFor(request);
  const taken = await takeIn(act, read.value);
  return taken.ok ? redirect(`/tickets/${taken.value}`) : bad(takeInErrorWords(taken.error));
}

export default function NewTicket({ loaderData, actionData }: Route.ComponentProps) {
  const { code: given, parts, soon } = loaderData;
  const errors: FieldErrors = actionData?.errors ?? {};
  const [code, setCode] = useState(given);
  const known = useCode(code);
  return (
    <Box component="main" sx={{ maxWidth: 1080, mx: "auto", px: 3, py: 2 }}>
      <Typography variant="h1" sx={{ mb: 2 }}>
        Take a machine in
      </Typography>
      <Form method="post" noValidate>
        <Box sx={{ display: "grid", gridTemplateColumns: "400px 1fr", gap: 4 }}>
          <Facts code={code} setCode={setCode} soon={soon} errors={errors} />
          <Box>
            <PartChoice
              machine={known?.found}
              known={known?.known ?? []}
              typed={code}
              chosen={parts}
              error={errors.parts}
            />
          </Box>
        </Box>
        <Box sx={{ display: "flex", gap: 2, mt: 2 }}>
          <Button type="submit" variant="contained" size="large">
            Open the ticket
          </Button>
          <Button href="/" size="large">
            Cancel
          </Button>
        </Box>
      </Form>
    </Box>
  );
}

/** The first look at the battery, from outside. */
function BatteryLook() {
  const [seen, setSeen] = useState(0);
  const signs = PACK_SIGNS.filter((sign) => sign !== "fault-says-so");
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, mb: 1.5 }}>
      <Typography component="legend" sx={{ fontWeight: 700 }}>
        Battery, from outside
      </Typography>
      {signs.map((sign) => (
        <FormControlLabel
          key={sign}
          label={PACK_SIGN_WORDS[sign]}
          control={
            <Checkbox
              name="signs"
              value={sign}
              size="small"
              sx={{ py: 0.25 }}
              onChange={(event) => setSeen((n) => n + (event.target.checked ? 1 : -1))}
            />
          }
          sx={{ display: "flex" }}
        />
      ))}
      {seen > 0 && (
        <Typography role="alert" sx={{ color: "var(--stop)", fontWeight: 700 }}>
          {PACK_AT_COUNTER}
        </Typography>
      )}
    </Box>
  );
}

function Facts({
  code,
  setCode,
  soon,
  errors,
}: {
  code: string;
  setCode: (code: string) => void;
  soon: string;
  errors: FieldErrors;
}) {
  const say = (name: keyof FieldErrors, help = " ") => ({
    name,
    size: "small" as const,
    fullWidth: true,
    error: errors[name] !== undefined,
    helperText: errors[name] ?? help,
  });
  return (
    <Box sx={{ display: "grid", gap: 0.5 }}>
      <TextField {...say("customer")} label="Customer" autoFocus required />
      <TextField {...say("phone")} label="Phone" />
      <TextField
        {...say("code", "Printed on the label underneath")}
        label="Code on the underside"
        value={code}
        onChange={(event) => setCode(event.target.value)}
        required
      />
      <TextField {...say("serial")} label="Serial number" />
      <TextField
        {...say("fault", "In the customer's own words")}
        label="What is wrong"
        multiline
        minRows={2}
        required
      />
      <TextField
        {...say("condition", "Missing screws and feet, cracks, dents, stickers, what came with it")}
        label="Condition"
        multiline
        minRows={2}
      />
      <BatteryLook />
      <TextField
        {...say("promised")}
        label="Promised for"
        type="date"
        defaultValue={soon}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </Box>
  );
}
