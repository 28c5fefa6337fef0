import Alert from "@mui/material/Alert";
import { Link } from "react-router";
import { dayWords } from "../ui/days.ts";
import type { WorkView } from "./ticket-view.ts";

/** A machine that comes back: what was done in its first life, and whether that is still under warranty. */
export function Before({
  before,
  broken,
}: {
  before: {
    readonly number: number;
    readonly fault: string;
    readonly handedBack: string;
    readonly warranty: string;
    readonly isUnderWarranty: boolean;
  };
  /** What broke in earlier tickets and is there still. */
  broken: WorkView["broken"];
}) {
  const { number, fault, handedBack, warranty, isUnderWarranty } = before;
  return (
    <Alert severity={isUnderWarranty ? "warning" : "info"} sx={{ mb: 1 }}>
      <b>It was here before:</b> <Link to={`/tickets/${number}`}>ticket {number}</Link>, “{fault}”,
      handed back {dayWords(handedBack)}.{" "}
      {isUnderWarranty
        ? `That work is under warranty until ${dayWords(warranty)}: the same fault is mended without charge.`
        : `Its warranty ended ${dayWords(warranty)}: this is paid.`}
      {broken.map(({ words, ticket }) => (
        <div key={words}>
          <b>Broken in ticket {ticket}:</b> {words}
        </div>
      ))}
    </Alert>
  );
}
