import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Guide } from "../../core/guide/index.ts";

/** Which side of the machine is looked at. */
export const ViewChoice = ({
  guide,
  view,
  choose,
}: {
  guide: Guide;
  view: string;
  choose: (view: string) => void;
}) => (
  <ToggleButtonGroup
    exclusive
    aria-label="View"
    value={view}
    onChange={(_, id: string | null) => id !== null && choose(id)}
    sx={{ flexWrap: "wrap" }}
  >
    {Object.entries(guide.views).map(([id, { name }]) => (
      <ToggleButton key={id} value={id}>
        {name}
      </ToggleButton>
    ))}
  </ToggleButtonGroup>
);
