import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useFetcher } from "react-router";
import { nanoid } from "nanoid";
import { isElsewhere, type Member, type Role, ROLES } from "../../core/people/index.ts";
import { ROLE_WORDS } from "../../core/words/index.ts";
import { Choice } from "../ui/choice.tsx";

export interface PeopleDone {
  readonly error: string | undefined;
  /** A PIN that was made, and whose: shown this once. */
  readonly made?: { readonly name: string; readonly pin: string } | undefined;
}

const OPTIONS = ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }));

/** Who works here: what they may do, a new PIN, and who has left. */
export function Members({
  people,
  wrong,
}: {
  people: readonly Member[];
  /** Wrong PINs since yesterday, by person. */
  wrong: Readonly<Record<string, number>>;
}) {
  const fetcher = useFetcher<PeopleDone>();
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("technician");
  const send = (body: object) =>
    void fetcher.submit(
      { ...body, id: nanoid() },
      { method: "post", action: "/people", encType: "application/json" },
    );
  const isBusy = fetcher.state !== "idle";
  const { error, made } = fetcher.data ?? {};
  return (
    <Box component="section" aria-label="People" sx={{ display: "grid", gap: 1.5, maxWidth: 860 }}>
      <Typography variant="h2">People</Typography>
      <Box role="status">
        {!isBusy && error !== undefined && <Alert severity="error">{error}</Alert>}
        {!isBusy && made && (
          <Alert severity="success">
            {made.name} signs in with PIN <b className="mono">{made.pin}</b>. It is shown this once.
          </Alert>
        )}
      </Box>
      {people
        .filter((one) => !isElsewhere(one))
        .map((member) => (
          <Box
            key={member.id}
            sx={{
              display: "grid",
              gridTemplateColumns: { xs: "1fr", sm: "minmax(0, 1fr) 170px 130px 150px" },
              gap: 1.5,
              alignItems: "center",
              color: member.gone ? "var(--soft)" : "inherit",
            }}
          >
            <span>
              {member.name}
              {member.gone && " (has left)"}
              {!member.gone && member.digits === 0 && " (no PIN yet)"}
              {(wrong[member.id] ?? 0) > 0 && (
                <Typography sx={{ color: "var(--stop)" }}>
                  {wrong[member.id]} wrong {wrong[member.id] === 1 ? "PIN" : "PINs"} since yesterday
                </Typography>
              )}
            </span>
            <Choice
              label={`What ${member.name} is`}
              value={member.role}
              options={OPTIONS}
              disabled={isBusy || member.gone}
              choose={(to) =>
                send({ does: "change", person: member.id, role: to, gone: member.gone })
              }
            />
            <Button
              variant="outlined"
              disabled={isBusy || member.gone}
              aria-label={`New PIN for ${member.name}`}
              onClick={() => send({ does: "renew", person: member.id })}
            >
              New PIN
            </Button>
            <Button
              variant="outlined"
              disabled={isBusy}
              aria-label={member.gone ? `${member.name} is back` : `${member.name} has left`}
              onClick={() =>
                send({
                  does: "change",
                  person: member.id,
                  role: member.role,
                  gone: !member.gone,
                })
              }
            >
              {member.gone ? "Is back" : "Has left"}
            </Button>
          </Box>
        ))}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          send({ does: "add", name: name.trim(), role });
          setName("");
        }}
        sx={{ display: "flex", flexWrap: "wrap", gap: 1.5, alignItems: "center", mt: 1 }}
      >
        <TextField
          label="Somebody new"
          value={name}
          onChange={(event) => setName(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 80 } }}
        />
        <Choice label="What they are" value={role} options={OPTIONS} choose={setRole} />
        <Button type="submit" variant="outlined" disabled={isBusy || name.trim() === ""}>
          Add, with a PIN
        </Button>
      </Box>
    </Box>
  );
}
