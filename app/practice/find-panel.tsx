import Button from "@mui/material/Button";
import type { Catalogue } from "../../core/find/index.ts";
import type { Deed, FindView } from "../../core/practice/index.ts";
import { Choices } from "./choices.tsx";

/** Checks and repairs, each with its minutes from where the machine is. */
export function FindPanel({
  faults: { causes, checks, symptoms },
  view,
  does,
  isBusy,
}: {
  faults: Catalogue;
  view: FindView;
  does: (deed: Deed) => void;
  isBusy: boolean;
}) {
  const { found, refuted, chances, minutes, outcome, cause } = view;
  const share = (id: string): string => {
    const chance = chances?.[id];
    return chance === undefined ? "" : ` (${Math.round(chance * 100)} %)`;
  };
  const repairs = [...view.repairs].sort((a, b) => (chances?.[b.id] ?? 0) - (chances?.[a.id] ?? 0));
  const name = (id: string): string => causes[id]?.name ?? id;
  return (
    <>
      <h2 className="step-line">
        The customer says: {symptoms[view.symptom]?.name.toLowerCase()}. What is it?
      </h2>
      {found.length + refuted.length > 0 && (
        <ul aria-label="So far" style={{ margin: 0, paddingLeft: 20 }}>
          {found.map(({ check, outcome: came }) => (
            <li key={check}>
              {checks[check]?.name}: <b>{checks[check]?.outcomes[came]?.name}</b>
            </li>
          ))}
          {refuted.map((id) => (
            <li key={id}>{name(id)} repaired: it is not that.</li>
          ))}
        </ul>
      )}
      {outcome ? (
        cause !== undefined && <p style={{ margin: 0 }}>It was: {name(cause)}.</p>
      ) : (
        <>
          <Choices
            label="Checks"
            choices={view.checks.map(({ id, minutes: takes }) => ({
              id,
              words: `${checks[id]?.name}, ${takes} min`,
            }))}
            choose={(check) => does({ do: "check", check })}
            isOn={!isBusy}
          />
          <h3 style={{ margin: 0 }}>Or repair</h3>
          <div style={{ display: "flex", flexWrap: "wrap", gap: 8 }}>
            {repairs.map(({ id, minutes: takes }) => (
              <Button
                key={id}
                variant="outlined"
                disabled={isBusy}
                onClick={() => does({ do: "repair", cause: id })}
              >
                {name(id)}, {takes} min{share(id)}
              </Button>
            ))}
          </div>
        </>
      )}
      <p style={{ margin: 0 }}>{minutes} minutes so far.</p>
    </>
  );
}
