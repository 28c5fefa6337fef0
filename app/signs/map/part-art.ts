import type { PartKind } from "../../../core/guide/index.ts";

type Art = (w: number, h: number) => string;

const line = (x1: number, y1: number, x2: number, y2: number): string => `M${x1} ${y1}L${x2} ${y2}`;
const box = (x: number, y: number, w: number, h: number): string => `M${x} ${y}h${w}v${h}h${-w}z`;
const ring = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;

/** So many steps of at least this length over a length; at least one. */
const steps = (length: number, least: number, most: number): number =>
  Math.max(1, Math.min(most, Math.floor(length / least)));
const each = (n: number, draw: (i: number) => string): string =>
  Array.from({ length: n }, (_, i) => draw(i)).join("");

/** Lines across the longer side, an even way apart. */
const ribs =
  (least: number, most: number, margin: number): Art =>
  (w, h) => {
    const isWide = w >= h;
    const n = steps(isWide ? w : h, least, most);
    return each(n - 1, (i) => {
      const at = ((i + 1) * (isWide ? w : h)) / n;
      return isWide ? line(at, margin, at, h - margin) : line(margin, at, w - margin, at);
    });
  };

const keys: Art = (w, h) => {
  const rows = steps(h, 12, 6);
  const high = h / rows;
  return each(rows, (row) => {
    const columns = steps(w, 14, 15) - (row === rows - 1 ? 4 : 0);
    const wide = w / columns;
    return each(columns, (i) =>
      box(i * wide + 1, row * high + 1, Math.max(1, wide - 2), Math.max(1, high - 2)),
    );
  });
};

const blades: Art = (w, h) => {
  const r = Math.min(w, h) / 2;
  const [x, y] = [w / 2, h / 2];
  const hub = r * 0.3;
  return (
    ring(x, y, hub) +
    each(9, (i) => {
      const angle = (i * 2 * Math.PI) / 9;
      const at = (turn: number, far: number): string =>
        `${(x + far * Math.cos(angle + turn)).toFixed(1)} ${(y + far * Math.sin(angle + turn)).toFixed(1)}`;
      return `M${at(0, hub)}Q${at(0.25, r * 0.6)} ${at(0.55, r * 0.86)}`;
    })
  );
};

const chips: Art = (w, h) => {
  const isWide = w >= h;
  const n = steps(isWide ? w : h, 12, 4);
  return each(n, (i) =>
    isWide
      ? box((i + 0.2) * (w / n), h * 0.22, 0.6 * (w / n), h * 0.56)
      : box(w * 0.22, (i + 0.2) * (h / n), w * 0.56, 0.6 * (h / n)),
  );
};

const dots: Art = (w, h) => {
  const [columns, rows] = [steps(w, 7, 6), steps(h, 7, 12)];
  return each(columns, (i) =>
    each(rows, (k) => ring(((i + 0.5) * w) / columns, ((k + 0.5) * h) / rows, 0.7)),
  );
};

/**
 * What a kind of part looks like from above, as lines over its shape, in millimetres from its corner: a
 * machine is known by its fan, fins, keys and cells before any name is read.
 */
const ART: Readonly<Partial<Record<PartKind, Art>>> = {
  fan: blades,
  heatsink: ribs(5, 40, 2),
  battery: ribs(60, 6, 0),
  keyboard: keys,
  touchpad: (w, h) => line(w * 0.5, h * 0.86, w * 0.5, h) + line(0, h * 0.86, w, h * 0.86),
  display: (w, h) => box(5, 5, Math.max(1, w - 10), Math.max(1, h - 14)),
  speaker: dots,
  memory: chips,
  storage: chips,
  wifi: chips,
  "coin-cell": (w, h) => ring(w / 2, h / 2, Math.min(w, h) * 0.34),
  motherboard: (w, h) => ring(4, 4, 1.6) + ring(w - 4, 4, 1.6) + ring(4, h - 4, 1.6),
  daughterboard: (w, h) => ring(3, 3, 1.2) + ring(w - 3, h - 3, 1.2),
  hinge: ribs(4, 5, 1),
  jack: (w, h) => ring(w / 2, h / 2, Math.min(w, h) * 0.25),
};

export const artOf = (kind: PartKind, w: number, h: number): string => ART[kind]?.(w, h) ?? "";
