import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { nanoid } from "nanoid";
import { useState } from "react";
import { data, Form, redirect } from "react-router";
import { type FieldErrors, parseNewTicket } from "../../core/ticket/index.ts";
import { guideByCode } from "../../data/guides/guides.server.ts";
import { database } from "../../data/database/open.server.ts";
import { planFor } from "../../data/plans/plans.server.ts";
import { createTicket } from "../../data/tickets/tickets.server.ts";
import { whoIs } from "../frame/who.server.ts";
import { PartChoice } from "../take-in/part-choice.tsx";
import { useMachine } from "../take-in/use-code.ts";
import type { Route } from "./+types/new-ticket";

export const meta: Route.MetaFunction = () => [{ title: "New ticket · Brisk Bench" }];

export function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const code = searchParams.get("code") ?? "";
  const parts = (searchParams.get("parts") ?? "").split(",").filter(Boolean);
  const soon = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
  return { code, parts, soon };
}

const bad = (errors: FieldErrors) => data({ errors }, { status: 400 });

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const parsed = parseNewTicket({
    ...Object.fromEntries(form),
    parts: form.getAll("parts"),
    mode: form.get("mode") ?? "short",
  });
  if (!parsed.ok) return bad(parsed.error);
  const db = await database();
  const found = await guideByCode(db, parsed.value.code);
  if (!found) {
    return bad({
      code: `No guide answers to "${parsed.value.code}". Look at the underside again.`,
    });
  }
  const facts = { ...parsed.value, code: found.code, guideId: found.guide.id };
  const stranger = facts.parts.find((id) => !Object.hasOwn(found.guide.parts, id));
  if (stranger !== undefined) return bad({ parts: `This machine has no part "${stranger}".` });
  const plan = await planFor(db, { ...facts, job: { for: facts.parts, mode: facts.mode } });
  if (!plan.ok) return bad({ parts: "No way of taking these parts off is known." });
  const who = await whoIs(db, request);
  const stamp = { at: new Date().toISOString(), by: who.name, customerId: nanoid() };
  throw redirect(`/tickets/${await createTicket(db, facts, stamp)}`);
}

export default function NewTicket({ loaderData, actionData }: Route.ComponentProps) {
  const { code: given, parts, soon } = loaderData;
  const errors: FieldErrors = actionData?.errors ?? {};
  const [code, setCode] = useState(given);
  const answer = useMachine(code);
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
              machine={answer?.machine}
              known={answer?.known ?? []}
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
            Leave it
          </Button>
        </Box>
      </Form>
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
