import ButtonBase from "@mui/material/ButtonBase";
import type { ReactNode } from "react";
import { useKeys } from "../ui/use-keys.ts";

export interface ChoiceOf {
  readonly id: string;
  readonly words: ReactNode;
  /** Known when it is over. */
  readonly is?: "right" | "wrong" | undefined;
}

/** Answers as large buttons, each with the key of its number. */
export function Choices({
  label,
  choices,
  choose,
  isOn,
}: {
  label: string;
  choices: readonly ChoiceOf[];
  choose: (id: string) => void;
  isOn: boolean;
}) {
  const keys = choices.slice(0, 9).map(({ id }, i) => [String(i + 1), () => choose(id)] as const);
  useKeys(Object.fromEntries(keys), isOn);
  return (
    <ol className="practice-choices" aria-label={label}>
      {choices.map(({ id, words, is }, i) => (
        <li key={id}>
          <ButtonBase
            className={`practice-choice${is ? ` practice-${is}` : ""}`}
            disabled={!isOn}
            onClick={() => choose(id)}
          >
            {i < 9 && <kbd className="key">{i + 1}</kbd>}
            <span>{words}</span>
            {is && (
              <span style={{ marginLeft: "auto" }}>{is === "right" ? "right" : "your answer"}</span>
            )}
          </ButtonBase>
        </li>
      ))}
    </ol>
  );
}
