import { useMemo } from "react";
import type { Guide } from "../../core/guide/index.ts";
import {
  capital,
  HANDLING_WORDS,
  JOINT_KIND_WORDS,
  jointSortWords,
  jointWord,
  PART_KIND_WORDS,
  partWord,
  wordList,
} from "../../core/words/index.ts";
import { Grid } from "../ui/grid.tsx";

const MONO = { cellClassName: "mono" } as const;

export function PartTable({ guide }: { guide: Guide }) {
  const rows = useMemo(
    () =>
      Object.entries(guide.parts).map(([id, part]) => ({
        id,
        part: part.name,
        kind: capital(PART_KIND_WORDS[part.kind]),
        on: part.on === undefined ? "the frame" : partWord(guide, part.on),
        codes: (part.codes ?? []).join(", "),
        handling: capital((part.handling ?? []).map((one) => HANDLING_WORDS[one]).join(", ")),
        notes: [part.care, part.careOff, part.careOn, part.note].filter(Boolean).join(" "),
      })),
    [guide],
  );
  return (
    <Grid
      name={`Parts of ${guide.maker} ${guide.model}`}
      rows={rows}
      search="Part, kind or code"
      empty="This guide has no such part."
      to={({ id }) => `/guides/${guide.id}?code=${guide.codes[0]!}&for=${id}`}
      columns={[
        { field: "part", headerName: "Part", width: 190 },
        { field: "kind", headerName: "Kind", width: 130 },
        { field: "on", headerName: "Lies on", width: 150 },
        { field: "codes", headerName: "Codes", width: 170, ...MONO },
        { field: "handling", headerName: "Handling", width: 180 },
        { field: "notes", headerName: "Care and notes", flex: 1, minWidth: 240 },
      ]}
    />
  );
}

export function JointTable({ guide }: { guide: Guide }) {
  const rows = useMemo(
    () =>
      Object.entries(guide.joints).map(([id, joint]) => ({
        id,
        joint: capital(jointWord(guide, id)),
        kind: capital(JOINT_KIND_WORDS[joint.kind]),
        sort: joint.kind === "screws" || joint.kind === "connector" ? jointSortWords(joint) : "",
        joins: wordList(joint.joins.map((part) => partWord(guide, part))),
        hidden: joint.hidden ?? "",
        care: [joint.care, joint.careOff, joint.careOn].filter(Boolean).join(" "),
      })),
    [guide],
  );
  return (
    <Grid
      name={`Joints of ${guide.maker} ${guide.model}`}
      rows={rows}
      search="Joint, kind or part"
      empty="This guide has no such joint."
      columns={[
        { field: "joint", headerName: "Joint", width: 230 },
        { field: "kind", headerName: "Kind", width: 110 },
        { field: "sort", headerName: "Which", width: 190, ...MONO },
        { field: "joins", headerName: "Joins", width: 220 },
        { field: "hidden", headerName: "Hidden by", width: 170 },
        { field: "care", headerName: "Care", flex: 1, minWidth: 240 },
      ]}
    />
  );
}
