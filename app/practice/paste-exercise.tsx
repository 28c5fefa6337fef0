import Button from "@mui/material/Button";
import { type ReactNode, useState } from "react";
import type { Deed, PasteView, Pattern } from "../../core/practice/index.ts";
import { PASSES_EACH, stampedTurns } from "../../core/practice/index.ts";
import { BigButton } from "../bench/screen/panel.tsx";
import { useKeys } from "../ui/use-keys.ts";
import { DieDrawing } from "./die-drawing.tsx";

const PATTERN_LINES: Readonly<Record<Pattern, string>> = {
  dot: "A dot in the middle, pressed out by the cooler.",
  bead: "A bead along the die, pressed out by the cooler.",
  spread: "Spread evenly before the cooler goes on.",
};
const AMOUNT = 0.5;
const PLACE = 0.5;

/** Paste is put on, the screws are turned, and the squeeze is worked out. */
export function PasteExercise({
  view,
  isBusy,
  does,
  children,
}: {
  view: PasteView;
  isBusy: boolean;
  does: (deed: Deed) => void;
  children: ReactNode;
}) {
  const { seat, pattern, need, pressed, outcome } = view;
  const [volume, setVolume] = useState(5);
  const [at, setAt] = useState({ x: 0, y: 0 });
  const [turns, setTurns] = useState<readonly number[]>([]);
  const isOn = !outcome && !isBusy;
  const left = seat.screws.map((_, i) => PASSES_EACH - turns.filter((one) => one === i).length);
  const isTight = left.every((one) => one <= 0);
  const turn = (i: number): void => {
    if (isOn && (left[i] ?? 0) > 0) setTurns([...turns, i]);
  };
  const more = (by: number): void =>
    setVolume(Math.min(200, Math.max(AMOUNT, Math.round((volume + by) * 10) / 10)));
  const shift = (x: number, y: number): void => setAt({ x: at.x + x, y: at.y + y });
  const press = (): void => {
    if (isTight) does({ do: "press", paste: { volume, ...at }, turns });
  };
  const canPlace = pattern !== "spread";
  useKeys(
    {
      "+": () => more(AMOUNT),
      "-": () => more(-AMOUNT),
      ...Object.fromEntries(seat.screws.map((_, i) => [String(i + 1), () => turn(i)])),
      Backspace: () => setTurns(turns.slice(0, -1)),
      Space: press,
      ...(canPlace
        ? {
            ArrowLeft: () => shift(-PLACE, 0),
            ArrowRight: () => shift(PLACE, 0),
            ArrowUp: () => shift(0, -PLACE),
            ArrowDown: () => shift(0, PLACE),
          }
        : {}),
      ...(need === undefined ? {} : { s: () => setTurns(stampedTurns(seat)) }),
    },
    isOn,
  );
  return (
    <>
      <div className="practice-map" style={{ padding: 8 }}>
        <DieDrawing
          seat={seat}
          pattern={pattern}
          put={{ volume, ...at }}
          pressed={pressed}
          left={left}
          turn={outcome ? undefined : turn}
        />
      </div>
      <div className="practice-side">
        {children}
        <h2 className="step-line">
          A die of {seat.die.width} × {seat.die.height} mm
          {pressed ? ", as it came to lie." : ": put the paste on and turn the screws."}
        </h2>
        <p style={{ margin: 0 }}>
          {PATTERN_LINES[pattern]}
          {need !== undefined &&
            ` Spread, a die of this size needs about ${need} mm³; a dot or a bead takes more.`}
        </p>
        {pressed ? (
          <dl className="practice-facts">
            <dt>Covered</dt>
            <dd>{Math.round(pressed.covered * 100)} %</dd>
            <dt>Over the edge</dt>
            <dd>{pressed.over} mm³</dd>
            <dt>Warmer at its hottest</dt>
            <dd>{pressed.kelvin} °C</dd>
            <dt>Most on one corner</dt>
            <dd>{Math.round(pressed.borne)} N</dd>
          </dl>
        ) : (
          <>
            <Row label={`Amount: ${volume} mm³`}>
              <Step words="Less" sign="−" onClick={() => more(-AMOUNT)} isOn={isOn} />
              <Step words="More" sign="+" onClick={() => more(AMOUNT)} isOn={isOn} />
            </Row>
            {canPlace && (
              <Row label={`Place: ${at.x} mm across, ${at.y} mm along`}>
                <Step words="Left" sign="←" onClick={() => shift(-PLACE, 0)} isOn={isOn} />
                <Step words="Right" sign="→" onClick={() => shift(PLACE, 0)} isOn={isOn} />
                <Step words="Up" sign="↑" onClick={() => shift(0, -PLACE)} isOn={isOn} />
                <Step words="Down" sign="↓" onClick={() => shift(0, PLACE)} isOn={isOn} />
              </Row>
            )}
            <p style={{ margin: 0 }}>
              Each screw takes three turns, in the order that you tap them (or press their numbers).
              {turns.length > 0 && ` So far: ${turns.map((i) => i + 1).join(" ")}.`}
            </p>
            <Row label="Screws">
              {need !== undefined && (
                <Button
                  variant="outlined"
                  disabled={!isOn}
                  onClick={() => setTurns(stampedTurns(seat))}
                >
                  {seat.isStamped ? "As stamped" : "Crosswise"}, three passes{" "}
                  <kbd className="key">S</kbd>
                </Button>
              )}
              <Button
                variant="outlined"
                disabled={!isOn || turns.length === 0}
                onClick={() => setTurns(turns.slice(0, -1))}
              >
                One back
              </Button>
            </Row>
            <BigButton hint="Space" disabled={!isOn || !isTight} onClick={press}>
              {isBusy ? "Working the squeeze out" : "Let it settle and look"}
            </BigButton>
            {!isTight && <p style={{ margin: 0 }}>First every screw to its end.</p>}
          </>
        )}
      </div>
    </>
  );
}

const Row = ({ label, children }: { label: string; children: ReactNode }) => (
  <div
    role="group"
    aria-label={label}
    style={{
      display: "grid",
      gridTemplateColumns: "minmax(96px, 1fr) auto",
      gap: 8,
      alignItems: "center",
    }}
  >
    <span>{label}</span>
    <span style={{ display: "flex", gap: 8 }}>{children}</span>
  </div>
);

const Step = ({
  words,
  sign,
  onClick,
  isOn,
}: {
  words: string;
  sign: string;
  onClick: () => void;
  isOn: boolean;
}) => (
  <Button
    variant="outlined"
    aria-label={words}
    disabled={!isOn}
    onClick={onClick}
    sx={{ minWidth: 56 }}
  >
    {sign}
  </Button>
);
