import { type ReactNode, useEffect, useRef } from "react";

/** A big target for a gloved hand; the key that does the same stands beside the word. */
export function BigButton({
  children,
  hint,
  tone = "mat",
  onClick,
  disabled = false,
}: {
  children: ReactNode;
  hint?: string;
  tone?: "mat" | "plain" | "copper";
  onClick: () => void;
  disabled?: boolean;
}) {
  return (
    <button
      type="button"
      className={`press press-big press-${tone}`}
      onClick={onClick}
      disabled={disabled}
    >
      {children}
      {hint !== undefined && <Key>{hint}</Key>}
    </button>
  );
}

export const Key = ({ children }: { children: ReactNode }) => <kbd className="key">{children}</kbd>;

/** Where the step is said aloud for whoever listens to the screen; it stays while the panels come and go. */
export const SAID = "bench-said";

export function StepLine({ children }: { children: ReactNode }) {
  const line = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const said = document.getElementById(SAID);
    const words = line.current?.textContent ?? "";
    if (said && said.textContent !== words) said.textContent = words;
  });
  return (
    <h1 className="step-line" ref={line}>
      {children}
    </h1>
  );
}

/** Care and caution: a sign and words, never colour alone. */
export const Caution = ({ children }: { children: ReactNode }) => (
  <div className="caution">
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
      <path d="M10 1l9 17H1z" fill="none" stroke="var(--caution)" strokeWidth="2" />
      <path d="M10 7v6M10 14.5v1.8" stroke="var(--caution)" strokeWidth="2.2" />
    </svg>
    <span>{children}</span>
  </div>
);

export const Refused = ({ children }: { children: ReactNode }) => (
  <div role="alert" className="refused">
    {children}
  </div>
);
