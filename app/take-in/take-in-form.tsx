import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { type FieldErrors, FormProvider, type Resolver, useForm, useWatch } from "react-hook-form";
import { Link, useNavigation, useSubmit } from "react-router";
import {
  type KnownCode,
  type NewTicket,
  type NewTicketField,
  readNewTicket,
} from "../../core/ticket/index.ts";
import { NEW_TICKET_WORDS } from "../../core/words/index.ts";
import { forgetDraft, keepDraft, keptDraft, sentId } from "./draft.ts";
import { TicketFields } from "./ticket-fields.tsx";
import { PartChoice } from "./part-choice.tsx";
import { useCode } from "./use-code.ts";

export type Refusals = Readonly<Partial<Record<NewTicketField, string>>>;

/** The schema of the server, asked before anything is sent. */
const resolver: Resolver<NewTicket> = (values) => {
  const read = readNewTicket(values);
  if (read.ok) return { values: read.value, errors: {} };
  const errors = Object.fromEntries(
    read.error.map((field) => [field, { type: "schema", message: NEW_TICKET_WORDS[field] }]),
  ) as FieldErrors<NewTicket>;
  return { values: {}, errors };
};

/** The first field that is wrong gets the focus, once its error is drawn. */
function toTheFirstFault(): void {
  const focus = () =>
    document.querySelector<HTMLElement>('main form [aria-invalid="true"]')?.focus();
  requestAnimationFrame(() => requestAnimationFrame(focus));
}

/** A new ticket: whose it is, what it is, what is wrong, what is to be replaced. What is typed is kept until it is sent. */
export function TakeInForm({
  begin,
  machines,
  firstKnown,
  refused,
}: {
  begin: NewTicket;
  /** Machines by underside code. */
  machines: readonly { readonly code: string; readonly name: string }[];
  /** What is known of the code that it begins with. */
  firstKnown: KnownCode | undefined;
  /** What the server did not take of what was sent last. */
  refused: Refusals | undefined;
}) {
  const form = useForm<NewTicket>({ defaultValues: begin, resolver, shouldFocusError: false });
  const { reset, setError, watch, handleSubmit, control } = form;
  const submit = useSubmit();
  const { state } = useNavigation();
  const [isPickedUp, setPickedUp] = useState(false);
  useEffect(() => {
    // Once, when the page is here: what was typed before comes back, unless a code leads here.
    const draft = begin.code === "" ? keptDraft() : undefined;
    if (!draft) return;
    reset({ ...begin, ...draft });
    setPickedUp(true);
  }, [begin, reset]);
  useEffect(() => {
    const watching = watch((values) => {
      keepDraft(values as NewTicket);
    });
    return () => watching.unsubscribe();
  }, [watch]);
  useEffect(() => {
    for (const [field, message] of Object.entries(refused ?? {})) {
      setError(field as NewTicketField, { type: "server", message }, { shouldFocus: true });
    }
  }, [refused, setError]);
  const code = useWatch({ control, name: "code" });
  const known = useCode(code, { code: begin.code, known: firstKnown });
  const send = (values: NewTicket) => {
    const data = new FormData();
    const { intake, consents, ...plain } = values;
    for (const [name, value] of Object.entries(plain)) {
      for (const one of typeof value === "string" ? [value] : value) data.append(name, one);
    }
    data.append("sent", sentId());
    data.append("intake", JSON.stringify(intake));
    data.append("consents", JSON.stringify(consents));
    void submit(data, { method: "post" });
  };
  return (
    <FormProvider {...form}>
      <form noValidate onSubmit={(event) => void handleSubmit(send, toTheFirstFault)(event)}>
        {isPickedUp && (
          <Alert
            severity="info"
            sx={{ mb: 2 }}
            action={
              <Button
                color="inherit"
                onClick={() => {
                  forgetDraft();
                  reset(begin);
                  setPickedUp(false);
                }}
              >
                Begin anew
              </Button>
            }
          >
            What was typed here before is still there.
          </Alert>
        )}
        <Box
          sx={{
            display: "grid",
            gridTemplateColumns: { xs: "1fr", md: "minmax(400px, 500px) 1fr" },
            gap: { xs: 2, md: 5 },
          }}
        >
          <TicketFields machines={machines} />
          <PartChoice code={known} typed={code} />
        </Box>
        <Box sx={{ display: "flex", gap: 2, mt: 2 }}>
          <Button type="submit" variant="contained" size="large" loading={state === "submitting"}>
            Open the ticket
          </Button>
          <Button component={Link} to="/" size="large">
            Cancel
          </Button>
        </Box>
      </form>
    </FormProvider>
  );
}
