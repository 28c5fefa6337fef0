import ButtonBase from "@mui/material/ButtonBase";
import { type ReactNode, useState } from "react";
import { BenchField } from "../screen/bench-field.tsx";
import { BigButton } from "../screen/panel.tsx";

/** One of a few, each a press; what stands behind them is no choice. */
export function Radios<T extends string>({
  label,
  value,
  options,
  choose,
  children,
}: {
  label: string;
  value: T;
  options: readonly { readonly value: T; readonly label: string }[];
  choose: (value: T) => void;
  children?: ReactNode;
}) {
  return (
    <div className="row row-tight learn-row" role="radiogroup" aria-label={label}>
      {options.map((one) => (
        <ButtonBase
          key={one.value}
          className="press press-why"
          role="radio"
          aria-checked={one.value === value}
          onClick={() => choose(one.value)}
        >
          {one.label}
        </ButtonBase>
      ))}
      {children}
    </div>
  );
}

/** Something that is so, or not. */
export const Tick = ({
  isOn,
  set,
  children,
}: {
  isOn: boolean;
  set: (isOn: boolean) => void;
  children: ReactNode;
}) => (
  <ButtonBase
    className="press press-why"
    role="checkbox"
    aria-checked={isOn}
    onClick={() => set(!isOn)}
  >
    {children}
  </ButtonBase>
);

/** What is pressed at the end stays in sight. */
export const Actions = ({ children, onClose }: { children: ReactNode; onClose: () => void }) => (
  <div className="row row-tight learn-actions">
    {children}
    <BigButton tone="plain" hint="Esc" onClick={onClose}>
      Back
    </BigButton>
  </div>
);

/** What something is called: what is typed, else what it is called anyway. */
export function useName(usual: string) {
  const [typed, setTyped] = useState("");
  const field = (
    <BenchField
      label="Called"
      value={typed}
      placeholder={usual}
      inputProps={{ maxLength: 60 }}
      onChange={(event) => setTyped(event.target.value)}
    />
  );
  return [typed.trim() === "" ? usual : typed.trim(), field] as const;
}
