import Box from "@mui/material/Box";
import type { ReactNode } from "react";
import type { Guide } from "../../core/guide/index.ts";

/** What every paper of a ticket says: its machine, whose it is, its bar code as an image's address. */
export interface SheetHead {
  readonly guide: Guide;
  readonly title: string;
  readonly barcode: string;
}

/** A ruler to hold against: the printer scales when it is not 100 mm. */
function Ruler() {
  return (
    <svg width="104mm" height="9mm" viewBox="-2 0 104 9" aria-label="Ruler, 100 mm">
      {Array.from({ length: 11 }, (_, i) => (
        <path key={i} d={`M${i * 10} 0V${i % 5 === 0 ? 5 : 3}`} stroke="#000" strokeWidth="0.3" />
      ))}
      <path d="M0 0.15H100" stroke="#000" strokeWidth="0.3" />
      <text x="0" y="8.6" fontSize="3.2">
        100 mm: print at 100 %, not “fit to page”
      </text>
    </svg>
  );
}

/** One A4 page with its title, the ticket's bar code and a ruler; a long one goes on over as many as it takes. */
export function Sheet({
  title,
  barcode,
  isLong = false,
  children,
}: Omit<SheetHead, "guide"> & { isLong?: boolean; children: ReactNode }) {
  return (
    <Box
      className="sheet"
      sx={{
        width: "190mm",
        ...(isLong ? { minHeight: "277mm" } : { height: "277mm", overflow: "hidden" }),
        bgcolor: "#fff",
        color: "#000",
        mx: "auto",
        mb: 3,
      }}
    >
      <Box sx={{ display: "flex", alignItems: "start", height: "14mm", fontSize: 12 }}>
        <Box sx={{ flex: 1 }}>{title}</Box>
        <img src={barcode} alt="" style={{ height: "11mm", marginRight: "6mm" }} />
        <Ruler />
      </Box>
      {children}
    </Box>
  );
}
