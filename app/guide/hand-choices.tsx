import Box from "@mui/material/Box";
import FormControl from "@mui/material/FormControl";
import FormControlLabel from "@mui/material/FormControlLabel";
import FormLabel from "@mui/material/FormLabel";
import Radio from "@mui/material/Radio";
import RadioGroup from "@mui/material/RadioGroup";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { useFetcher } from "react-router";
import type { Guide, HandWays } from "../../core/guide/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { useChoices } from "./use-plans.ts";

/** Where a job can be done in more than one way of the hand: each with its minutes, and one press to make it one's own. */
export function HandChoices({ guide, job, ways }: { guide: Guide; job: Job; ways: HandWays }) {
  const fetcher = useFetcher();
  const met = useChoices(guide, job, ways) ?? [];
  const [pressed, setPressed] = useState<HandWays>({});
  if (met.length === 0) return null;
  const choose = (choice: string, way: string) => {
    setPressed({ ...pressed, [choice]: way });
    void fetcher.submit({ guide: guide.id, choice, way }, { method: "post", action: "/settings" });
  };
  return (
    <Box component="section" aria-label="Your way" sx={{ mt: 2 }}>
      <Typography variant="h3" component="h2">
        Your way
      </Typography>
      <Typography sx={{ color: "var(--soft)" }}>
        Each is right. The bench leads you by yours on every machine of this guide.
      </Typography>
      {met.map(({ choice, ways: minutes }) => {
        const { about, ways: known } = guide.hands![choice]!;
        const own = pressed[choice] ?? ways[choice];
        const isKnown = own !== undefined && Object.hasOwn(known, own);
        return (
          <FormControl key={choice} sx={{ mt: 1, display: "flex" }}>
            <FormLabel>{about}</FormLabel>
            <RadioGroup
              value={isKnown ? own : Object.keys(known)[0]!}
              onChange={(_, way) => choose(choice, way)}
            >
              {minutes.map(({ way, minutes }) => (
                <FormControlLabel
                  key={way}
                  value={way}
                  control={<Radio />}
                  label={
                    <>
                      {known[way]?.about}: <span className="mono">{minutes.toFixed(1)} min</span>
                    </>
                  }
                />
              ))}
            </RadioGroup>
          </FormControl>
        );
      })}
    </Box>
  );
}
