import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { Person } from "../../core/people/index.ts";

/** Who can be working at this screen. */
export default function WhoMenu({
  people,
  who,
  anchor,
  choose,
  onClose,
}: {
  people: readonly Person[];
  who: Person;
  anchor: HTMLElement;
  choose: (id: string) => void;
  onClose: () => void;
}) {
  return (
    <Menu
      anchorEl={anchor}
      open
      onClose={onClose}
      slotProps={{ list: { "aria-label": "Who is working" } }}
    >
      {people.map(({ id, name }) => (
        <MenuItem key={id} selected={id === who.id} onClick={() => choose(id)}>
          {name}
        </MenuItem>
      ))}
    </Menu>
  );
}
