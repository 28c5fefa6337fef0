import Phone from "@mui/icons-material/PhoneOutlined";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import { CALL_WORDS } from "../../core/words/index.ts";
import type { Call } from "../../core/ticket/index.ts";
import { dayOfWords, useZone } from "../ui/days.ts";
import { phoneLink } from "../ui/phone.ts";
import "./ticket-list.css";

/** Who waits for a call of the shop, and what about; the number dials, the rest leads to the ticket. */
export function ToCall({
  calls,
}: {
  calls: readonly (Call & {
    readonly number: number;
    readonly customer: string;
    readonly phone: string;
  })[];
}) {
  const zone = useZone();
  if (calls.length === 0) return null;
  return (
    <section aria-label="To call" className="to-call">
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        To call <span className="ticket-wait">{calls.length}</span>
      </Typography>
      <ul>
        {calls.map(({ number, customer, phone, about, since, tries }) => (
          <li key={number}>
            <Link to={`/tickets/${number}`}>
              <span className="ticket-number mono">{number}</span> {customer}
            </Link>
            <span>
              {phone === "" ? (
                <span className="ticket-wait">no number</span>
              ) : (
                <a href={phoneLink(phone)}>
                  <Phone fontSize="inherit" /> {phone}
                </a>
              )}
            </span>
            <span>{CALL_WORDS[about]}</span>
            <span className="ticket-wait">
              since {dayOfWords(since, zone)}
              {tries > 0 && `, tried ${tries === 1 ? "once" : `${tries} times`}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
