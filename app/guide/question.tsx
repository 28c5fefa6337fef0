import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Typography from "@mui/material/Typography";
import { type ReactNode, useState } from "react";
import { type Guide, mainView } from "../../core/guide/index.ts";
import { answersTo, type Asked, type Claim, type Sighting } from "../../core/learn/index.ts";
import { capital, claimWords, partWord, questionWords, stepWords } from "../../core/words/index.ts";
import { MachineMap } from "../signs/map/machine-map.tsx";
import { useCommands } from "../ui/commands.ts";

const NOBODY: ReadonlySet<string> = new Set();

/** One question with its map: a key for each answer; of a "no", what was in the way. */
export function Question({
  guide,
  asked,
  isWaiting,
  onAnswer,
}: {
  guide: Guide;
  asked: Asked;
  /** Whether the next question is being worked out. */
  isWaiting: boolean;
  onAnswer: (told: readonly Sighting[]) => void;
}) {
  const isLook = asked.kind === "look";
  const [inTheWay, setInTheWay] = useState<readonly Claim[]>(isLook ? asked.claims : []);
  const [isPointing, setPointing] = useState(isLook);
  const yes = () => onAnswer(answersTo(asked, "yes"));
  const no = () => (isPointing ? onAnswer(answersTo(asked, "no", inTheWay)) : setPointing(true));
  const unknown = () => onAnswer(answersTo(asked, "unknown"));
  useCommands({ yes, no, "not-here": unknown }, !isWaiting);
  const marks = {
    touched: new Set(asked.ways.map(({ part }) => part)),
    out: NOBODY,
    inTheWay: new Set(asked.claims.map(({ first }) => first)),
    ahead: NOBODY,
  };
  return (
    <Box component="section" aria-label="The question">
      <Typography sx={{ fontSize: 22, lineHeight: 1.3, fontWeight: 700, mb: 1.5 }}>
        {questionWords(guide, { ...asked, jobs: asked.ways })}
      </Typography>
      <Box sx={{ display: "flex", gap: 1, flexWrap: "wrap", mb: 1.5 }}>
        {(!isPointing || isLook) && (
          <Answer hint="Y" isFirst isWaiting={isWaiting} onClick={yes}>
            {isLook ? "As it looks" : "Yes"}
          </Answer>
        )}
        <Answer hint="N" isWaiting={isWaiting} onClick={no}>
          {isLook ? "Only what is ticked" : isPointing ? "These were in the way" : "No"}
        </Answer>
        <Answer hint="A" isWaiting={isWaiting} onClick={unknown}>
          Don&rsquo;t know
        </Answer>
      </Box>
      <Box sx={{ height: 260, border: "1px solid var(--line)", borderRadius: "6px", mb: 1.5 }}>
        <MachineMap
          guide={guide}
          view={mainView(guide)}
          marks={marks}
          onTap={(id) => {
            if (isPointing) setInTheWay(asked.claims.filter(({ first }) => first === id));
          }}
          isNamed
        />
      </Box>
      {!isLook && asked.ways.map((way) => <Way key={way.part} guide={guide} {...way} />)}
      {isPointing && (
        <Pointing guide={guide} claims={asked.claims} chosen={inTheWay} choose={setInTheWay} />
      )}
    </Box>
  );
}

const Answer = ({
  hint,
  isFirst = false,
  isWaiting,
  onClick,
  children,
}: {
  hint: string;
  isFirst?: boolean;
  isWaiting: boolean;
  onClick: () => void;
  children: ReactNode;
}) => (
  <Button
    size="large"
    variant={isFirst ? "contained" : "outlined"}
    disabled={isWaiting}
    onClick={onClick}
  >
    {children}
    <kbd style={{ marginLeft: 8, font: "inherit", opacity: 0.75 }}>{hint}</kbd>
  </Button>
);

/** The steps that would do, and nothing else. */
const Way = ({ guide, part, down }: { guide: Guide } & Asked["ways"][number]) => (
  <Box sx={{ mb: 1.5 }}>
    <b>{capital(partWord(guide, part))}</b>
    <Box component="ol" sx={{ m: 0, pl: 3.5 }}>
      {down.map((step, i) => (
        <li key={i}>{stepWords(guide, step)}</li>
      ))}
    </Box>
  </Box>
);

/** So many are listed at once. */
const LISTED = 40;

/** What was in the way: ticked one by one, or by a tap on the map all that lies under one thing. */
function Pointing({
  guide,
  claims,
  chosen,
  choose,
}: {
  guide: Guide;
  claims: readonly Claim[];
  chosen: readonly Claim[];
  choose: (claims: readonly Claim[]) => void;
}) {
  const [isAll, setAll] = useState(claims.length <= LISTED);
  const shown = isAll ? claims : claims.slice(0, LISTED);
  return (
    <Box
      component="fieldset"
      sx={{ border: 0, p: 0, m: 0, mb: 1.5, maxHeight: 300, overflow: "auto" }}
    >
      <Typography component="legend" sx={{ fontWeight: 700 }}>
        What is in the way? Tick what you know; with nothing ticked it is a plain no.
      </Typography>
      {shown.map((claim) => (
        <FormControlLabel
          key={JSON.stringify(claim)}
          sx={{ display: "flex" }}
          label={claimWords(guide, claim)}
          control={
            <Checkbox
              size="small"
              sx={{ py: 0.25 }}
              checked={chosen.includes(claim)}
              onChange={(_, isOn) =>
                choose(isOn ? [...chosen, claim] : chosen.filter((one) => one !== claim))
              }
            />
          }
        />
      ))}
      {!isAll && <Button onClick={() => setAll(true)}>Show all {claims.length}</Button>}
    </Box>
  );
}
