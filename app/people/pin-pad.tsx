import Backspace from "@mui/icons-material/BackspaceOutlined";
import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import OutlinedInput from "@mui/material/OutlinedInput";
import Typography from "@mui/material/Typography";
import { useEffect, useId, useRef, useState } from "react";
import { type Person, PHRASE_LENGTH } from "../../core/people/index.ts";
import { ROLE_WORDS } from "../../core/words/index.ts";

/** Somebody who can be chosen, and how many digits they type. */
export interface PinOwner extends Person {
  readonly digits: number;
  /** They type a passphrase, and say when it is whole. */
  readonly hasPhrase: boolean;
  /** Shown in a demo. */
  readonly demoPin: string | undefined;
}

/** Name, then PIN: it is sent by its last digit; a passphrase by Enter. Fingers, gloves and keys alike. */
export function PinPad({
  people,
  error,
  isBusy,
  onPin,
}: {
  people: readonly PinOwner[];
  error: string | undefined;
  isBusy: boolean;
  onPin: (person: string, pin: string) => void;
}) {
  const [chosen, choose] = useState<string>();
  const [pin, setPin] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const label = useId();
  const who = people.find(({ id }) => id === chosen);
  useEffect(() => field.current?.focus(), [chosen]);
  // What was wrong is typed anew.
  useEffect(() => {
    if (error !== undefined) setPin("");
  }, [error, isBusy]);
  const hasPhrase = who?.hasPhrase === true;
  const say = () => who && pin !== "" && !isBusy && onPin(who.id, pin);
  const type = (text: string) => {
    if (!who || isBusy) return;
    if (hasPhrase) return setPin(text);
    const digits = text.replace(/\D/g, "").slice(0, who.digits);
    setPin(digits);
    if (digits.length === who.digits) onPin(who.id, digits);
  };
  return (
    <Box sx={{ display: "grid", gap: 3, gridTemplateColumns: { sm: "minmax(0, 1fr) 250px" } }}>
      <Box
        role="radiogroup"
        aria-label="Who is working"
        sx={{ display: "grid", gap: 1, alignContent: "start" }}
      >
        {people.map(({ id, name, role, demoPin }) => (
          <Button
            key={id}
            role="radio"
            aria-checked={id === chosen}
            variant="outlined"
            color="inherit"
            onClick={() => {
              choose(id);
              setPin("");
            }}
            sx={{
              minHeight: 56,
              justifyContent: "space-between",
              gap: 2,
              textAlign: "left",
              borderColor: "var(--line)",
              bgcolor: id === chosen ? "var(--matWash)" : "var(--card)",
            }}
          >
            <span>{name}</span>
            <Box component="span" sx={{ color: "var(--soft)", fontWeight: 400 }}>
              {ROLE_WORDS[role]}
              {demoPin !== undefined && `, PIN ${demoPin}`}
            </Box>
          </Button>
        ))}
      </Box>
      <Box sx={{ display: "grid", gap: 1, alignContent: "start" }}>
        <Typography component="label" id={label} htmlFor={`${label}-pin`} sx={{ minHeight: 24 }}>
          {who ? `${hasPhrase ? "Passphrase" : "PIN"} of ${who.name}` : "Choose your name first"}
        </Typography>
        <OutlinedInput
          id={`${label}-pin`}
          inputRef={field}
          type="password"
          autoComplete="off"
          value={pin}
          disabled={!who}
          onChange={(event) => type(event.target.value)}
          onKeyDown={({ key }) => key === "Enter" && hasPhrase && say()}
          inputProps={hasPhrase ? { maxLength: PHRASE_LENGTH.most } : { inputMode: "numeric" }}
          sx={{
            height: 56,
            bgcolor: "var(--card)",
            "& .MuiInputBase-input": hasPhrase
              ? { fontSize: 18 }
              : { fontSize: 28, letterSpacing: 12, textAlign: "center" },
          }}
        />
        {hasPhrase ? (
          <Button
            variant="contained"
            disabled={pin === "" || isBusy}
            onClick={say}
            sx={{ minHeight: 56 }}
          >
            Come in
          </Button>
        ) : (
          <Digits
            isOff={!who || isBusy}
            type={(key) => type(key === "back" ? pin.slice(0, -1) : pin + key)}
          />
        )}
        <Box role="status" sx={{ minHeight: 48 }}>
          {error !== undefined && !isBusy && <Alert severity="error">{error}</Alert>}
        </Box>
      </Box>
    </Box>
  );
}

function Digits({ isOff, type }: { isOff: boolean; type: (key: string) => void }) {
  return (
    <Box sx={{ display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: 1 }}>
      {["1", "2", "3", "4", "5", "6", "7", "8", "9", "", "0", "back"].map((key) =>
        key === "" ? (
          <span key="none" />
        ) : (
          <Button
            key={key}
            variant="outlined"
            color="inherit"
            disabled={isOff}
            aria-label={key === "back" ? "Take the last digit back" : key}
            onClick={() => type(key)}
            sx={{ minHeight: 56, fontSize: 22, borderColor: "var(--line)" }}
          >
            {key === "back" ? <Backspace /> : key}
          </Button>
        ),
      )}
    </Box>
  );
}
