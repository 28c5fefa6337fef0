import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import FormControlLabel from "@mui/material/FormControlLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { nanoid } from "nanoid";
import { useState } from "react";
import { Controller, type FieldErrors, type Resolver, useForm, useWatch } from "react-hook-form";
import { Link, useNavigation, useSubmit } from "react-router";
import {
  type CorrectingField,
  type CorrectingForm,
  readCorrecting,
  WAYS_OF_ANSWER,
  WORKS,
} from "../../core/ticket/index.ts";
import { NEW_TICKET_WORDS, WAY_OF_ANSWER_WORDS, WORK_WORDS } from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";
import { DayField } from "../ui/day-field.tsx";
import { useCode } from "./use-code.ts";

const wordsFor = (field: CorrectingField): string =>
  field in NEW_TICKET_WORDS
    ? NEW_TICKET_WORDS[field as keyof typeof NEW_TICKET_WORDS]
    : "At most 1000 characters.";

const resolver: Resolver<CorrectingForm> = (values) => {
  const read = readCorrecting(values);
  if (read.ok) return { values: read.value, errors: {} };
  const errors = Object.fromEntries(
    read.error.map((field) => [field, { type: "schema", message: wordsFor(field) }]),
  ) as FieldErrors<CorrectingForm>;
  return { values: {}, errors };
};

/** What a ticket says, to be written over: what stood there is kept. */
export function CorrectForm({
  number,
  begin,
  offered,
  others,
  isBegun,
  isOver,
}: {
  number: number;
  begin: CorrectingForm;
  /** What is filled in already, to be said yes to. */
  offered: Partial<CorrectingForm>;
  /** How many more tickets its customer has. */
  others: number;
  /** Its machine has been opened: it stays the machine it is. */
  isBegun: boolean;
  /** It was handed back: nothing is planned by it any more. */
  isOver: boolean;
}) {
  const { register, control, handleSubmit, formState } = useForm<CorrectingForm>({
    defaultValues: { ...begin, ...offered },
    resolver,
  });
  const { errors } = formState;
  const submit = useSubmit();
  const { state } = useNavigation();
  const [sent] = useState(() => nanoid());
  const now = useWatch({ control });
  const isOther = (field: CorrectingField): boolean => now[field]?.trim() !== begin[field];
  const field = (name: CorrectingField, label: string, help = " ") => (
    <TextField
      {...register(name)}
      label={label}
      fullWidth
      error={errors[name] !== undefined}
      helperText={errors[name]?.message ?? help}
    />
  );
  const isAnotherName = isOther("customer") || isOther("phone");
  return (
    <form
      noValidate
      onSubmit={(event) =>
        void handleSubmit((values) => submit({ ...values, sent }, { method: "post" }))(event)
      }
    >
      <Box sx={{ display: "grid", gap: 0.5, maxWidth: 720 }}>
        <Box sx={{ display: "grid", gridTemplateColumns: "3fr 2fr", gap: 1 }}>
          {field("customer", "Customer")}
          {field("phone", "Phone")}
        </Box>
        {isAnotherName && others > 0 && (
          <Controller
            name="whose"
            control={control}
            render={({ field: { value, onChange } }) => (
              <RadioGroup aria-label="Whose name is it?" value={value} onChange={onChange}>
                <FormControlLabel
                  value="customer"
                  control={<Radio size="small" />}
                  label={`The same customer: change ${others === 1 ? "the other ticket" : `the ${others} other tickets`} too`}
                />
                <FormControlLabel
                  value="ticket"
                  control={<Radio size="small" />}
                  label="Somebody else: change this ticket only"
                />
              </RadioGroup>
            )}
          />
        )}
        <TextField
          {...register("fault")}
          label="What is wrong"
          multiline
          minRows={2}
          error={errors.fault !== undefined}
          helperText={errors.fault?.message ?? " "}
        />
        <TextField
          {...register("condition")}
          label="Condition"
          multiline
          minRows={2}
          error={errors.condition !== undefined}
          helperText={errors.condition?.message ?? " "}
        />
        {field("serial", "Serial number")}
        {!isOver && !isBegun && (
          <>
            {field("code", "Code on the underside", "Another code is another machine")}
            <Named code={now.code ?? ""} begin={begin.code}>
              <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
                {field("maker", "Maker")}
                {field("model", "Model")}
                {field("width", "Width, mm", "Of the base, if it was measured")}
                {field("height", "Depth, mm", "Of the base, if it was measured")}
              </Box>
            </Named>
            <Controller
              name="work"
              control={control}
              render={({ field: { value, onChange } }) => (
                <Choice
                  label="Work"
                  value={value}
                  options={WORKS.map((work) => ({ value: work, label: WORK_WORDS[work] }))}
                  choose={onChange}
                  helperText=" "
                />
              )}
            />
          </>
        )}
        {isBegun && !isOver && (
          <Typography sx={{ color: "var(--soft)", mb: 1 }}>
            The machine has been opened: its code and its kind of work stay as they are.
          </Typography>
        )}
        {!isOver && (
          <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 1 }}>
            <Controller
              name="promised"
              control={control}
              render={({ field: { value, onChange, ref }, fieldState: { error } }) => (
                <DayField
                  label="Promised for"
                  value={value}
                  error={error?.message}
                  inputRef={ref}
                  choose={onChange}
                />
              )}
            />
            {isOther("promised") && (
              <Controller
                name="told"
                control={control}
                render={({ field: { value, onChange } }) => (
                  <Choice
                    label="The customer was told"
                    value={value}
                    options={[
                      { value: "", label: "Not yet" },
                      ...WAYS_OF_ANSWER.map((way) => ({
                        value: way,
                        label: WAY_OF_ANSWER_WORDS[way],
                      })),
                    ]}
                    choose={onChange}
                    helperText=" "
                  />
                )}
              />
            )}
          </Box>
        )}
        {field("why", "Why", "Stays in the record, with what stood there before")}
      </Box>
      <Box sx={{ display: "flex", gap: 2, mt: 1 }}>
        <Button type="submit" variant="contained" size="large" loading={state === "submitting"}>
          Put it right
        </Button>
        <Button component={Link} to={`/tickets/${number}`} size="large">
          Leave it as it is
        </Button>
      </Box>
    </form>
  );
}

/** What is known of another code; nobody knows it: the fields for a new model. */
function Named({
  code,
  begin,
  children,
}: {
  code: string;
  begin: string;
  children: React.ReactNode;
}) {
  const known = useCode(code, { code: "", known: undefined });
  if (code.trim() === "") {
    return begin === "" ? (
      <>
        <Typography sx={{ color: "var(--soft)", mb: 1 }}>
          No label left? Write the maker and the model: the machine goes by its name.
        </Typography>
        {children}
      </>
    ) : null;
  }
  if (code === begin || !known) return null;
  if (known.found) {
    return (
      <Alert severity="success" sx={{ mb: 1 }}>
        {known.found.name}
      </Alert>
    );
  }
  return (
    <>
      <Alert severity="info" sx={{ mb: 1 }}>
        No guide has this code
        {known.near.length > 0 &&
          `. Near it: ${known.near.map((one) => `${one.code} (${one.name})`).join(", ")}`}
        . A new model? Write its maker and its name.
      </Alert>
      {children}
    </>
  );
}
