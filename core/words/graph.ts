import type { Guide } from "../guide/index.ts";
import { jointWord } from "./names.ts";

const quoted = (text: string): string =>
  `"${text.replaceAll("\\", "\\\\").replaceAll('"', '\\"')}"`;

/**
 * The facts of a guide as a graph in the DOT language: parts are boxes, joints are ovals on the lines
 * between the parts they join; dashed arrows say what covers what, dotted ones what comes first.
 */
export function guideDot(guide: Guide): string {
  const lines = [`graph ${quoted(guide.id)} {`, "  node [fontname=sans];"];
  for (const [id, { name }] of Object.entries(guide.parts)) {
    lines.push(`  ${quoted(id)} [shape=box, label=${quoted(name)}];`);
  }
  for (const [id, joint] of Object.entries(guide.joints)) {
    lines.push(`  ${quoted(id)} [shape=oval, label=${quoted(jointWord(guide, id))}];`);
    for (const part of joint.joins) lines.push(`  ${quoted(id)} -- ${quoted(part)};`);
  }
  for (const [id, { on }] of Object.entries(guide.parts)) {
    if (on !== undefined) lines.push(arrow(id, on, "lies on", "dashed"));
  }
  for (const { part, over } of guide.covers) {
    for (const id of over) lines.push(arrow(part, id, "over", "dashed"));
  }
  for (const { first, then, strength } of guide.orders) {
    lines.push(arrow(first, then, `${strength}, before`, "dotted"));
  }
  return `${[...lines, "}"].join("\n")}\n`;
}

const arrow = (from: string, to: string, label: string, style: string): string =>
  `  ${quoted(from)} -- ${quoted(to)} [dir=forward, style=${style}, label=${quoted(label)}];`;
