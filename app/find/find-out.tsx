import Button from "@mui/material/Button";
import { Link } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { afterTelling, type Told } from "../../core/find/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { useKept } from "../ui/use-kept.ts";
import { FaultSearch } from "./fault-search.tsx";

const NOTHING: Told = { says: [], found: {}, refuted: [], counts: {} };
const texts = { type: "array", items: { type: "string" }, maxItems: 100 };
const readTold = reader<Told>({
  type: "object",
  required: ["says", "found", "refuted", "counts"],
  additionalProperties: false,
  properties: {
    says: texts,
    found: { type: "object", additionalProperties: { type: "string" } },
    refuted: texts,
    counts: { type: "object", additionalProperties: { type: "integer", minimum: 0 } },
  },
});

/** A fault tried out on a guide: nothing is written, this browser keeps it. */
export function FindOut({ guide }: { guide: Guide }) {
  const [told, setTold] = useKept(`fault ${guide.id}`, readTold, NOTHING);
  return (
    <FaultSearch
      guide={guide}
      told={told}
      tell={(telling) => setTold(afterTelling(told, telling))}
      anew={() => setTold(undefined)}
      repair={({ parts }) =>
        parts.length > 0 && (
          <Button
            component={Link}
            variant="contained"
            size="large"
            to={`/guides/${guide.id}?code=${guide.codes[0]!}&for=${parts.join(",")}`}
          >
            Try this job
          </Button>
        )
      }
    />
  );
}
