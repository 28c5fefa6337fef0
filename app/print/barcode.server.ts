import { toSVG } from "bwip-js/node";

/** A Code 128 bar code of a few letters, as an image's address: black on white, at any size of paper. */
export function barcodeOf(text: string): string {
  const svg = toSVG({ bcid: "code128", text, height: 10, includetext: true, textxalign: "center" });
  return `data:image/svg+xml;base64,${Buffer.from(svg).toString("base64")}`;
}
