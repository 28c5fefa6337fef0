import Box from "@mui/material/Box";
import { useState } from "react";
import { edited } from "../../../core/edit/index.ts";
import type { Guide, GuideJoint, Point, Shape } from "../../../core/guide/index.ts";
import { MachineMap } from "../../signs/map/machine-map.tsx";
import { bareJoints } from "../layers-off.tsx";
import { PointHandles, ShapeHandles } from "./handles.tsx";

/** Keys of a fact while it is dragged: not an edit yet. */
interface Dragging {
  readonly id: string;
  readonly keys: Readonly<Record<string, unknown>>;
}

/** The map of a guide that is changed: what is chosen has grips; taps are places while some are asked for. */
export function EditMap({
  guide,
  view,
  out,
  chosen,
  point,
  spots,
  onSpot,
  choose,
  choosePoint,
  set,
}: {
  guide: Guide;
  view: string;
  out: ReadonlySet<string>;
  chosen: string | undefined;
  point: number | undefined;
  spots: readonly Point[];
  /** While places are asked for. */
  onSpot: ((spot: Point) => void) | undefined;
  choose: (id: string) => void;
  choosePoint: (point: number) => void;
  set: (id: string, keys: Readonly<Record<string, unknown>>) => void;
}) {
  const [dragging, setDragging] = useState<Dragging>();
  const shown = dragging ? withDragged(guide, dragging) : guide;
  const drag = (id: string, keys: Dragging["keys"], isDone: boolean) => {
    setDragging(isDone ? undefined : { id, keys });
    if (isDone) set(id, keys);
  };
  const isThere = chosen !== undefined;
  const shape = isThere ? guide.parts[chosen]?.shape : undefined;
  const joint = isThere ? shown.joints[chosen] : undefined;
  return (
    <Box
      sx={{
        height: { xs: 420, md: "calc(100vh - 330px)" },
        minHeight: 400,
        border: "1px solid var(--line)",
        borderRadius: "6px",
      }}
    >
      <MachineMap
        guide={shown}
        view={view}
        marks={{
          touched: new Set(isThere ? [chosen] : []),
          out,
          inTheWay: new Set(),
          ahead: bareJoints(guide, out),
        }}
        onTap={choose}
        onSpot={onSpot}
        spots={spots}
        isNamed
      >
        {isThere && shape?.view === view && !onSpot && (
          <ShapeHandles
            shape={shape}
            shown={shown.parts[chosen]?.shape ?? shape}
            onShape={(next: Shape, isDone) => drag(chosen, { shape: next }, isDone)}
          />
        )}
        {isThere && joint && !onSpot && (
          <PointHandles
            joint={joint}
            view={view}
            chosen={point}
            choose={choosePoint}
            onPoints={(at, isDone) => drag(chosen, { at }, isDone)}
          />
        )}
      </MachineMap>
    </Box>
  );
}

function withDragged(guide: Guide, { id, keys }: Dragging): Guide {
  const of = Object.hasOwn(guide.parts, id) ? "parts" : "joints";
  const next = edited(guide, { do: "set", of, id, keys });
  return next.ok ? next.value : guide;
}

/** The points of a joint, moved by so many millimetres. */
export const shifted = ({ at = [] }: GuideJoint, dx: number, dy: number): readonly Point[] =>
  at.map(({ view, x, y }) => ({ view, x: x + dx, y: y + dy }));
