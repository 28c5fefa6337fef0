import Button from "@mui/material/Button";
import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import { data, Link as RouterLink } from "react-router";
import { may } from "../../core/people/index.ts";
import { reader } from "../../core/base/ajv.ts";
import { type QuoteRates, quoteRatesSchema } from "../../core/quote/index.ts";
import { keepRates, ratesOf } from "../../shop/stage/index.server.ts";
import { calendarSecret, hoursOf } from "../../shop/days/index.server.ts";
import { aboutOf } from "../../shop/setup/index.server.ts";
import { today } from "../../shop/open.server.ts";
import { backupsNow } from "../../shop/backup/index.server.ts";
import { recordLines } from "../../data/people/index.server.ts";
import { idleMinutes, wrongTriesLately } from "../../shop/people/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { Members } from "../people/members.tsx";
import { BackupSection } from "../shop/backups.tsx";
import { CalendarAddress } from "../shop/calendar.tsx";
import { Customers } from "../shop/customers.tsx";
import { Hours } from "../shop/hours.tsx";
import { Idle } from "../shop/idle.tsx";
import { InAndOut } from "../shop/in-and-out.tsx";
import { RecordSection } from "../shop/record.tsx";
import { Rates } from "../shop/rates.tsx";
import { AboutForm } from "../setup/about-form.tsx";
import { IfMay } from "../ui/if-may.tsx";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/shop";

export const meta: Route.MetaFunction = () => [{ title: "Shop · Brisk Bench" }];

const RECORD_LINES = 50;

export async function loader({ context, request }: Route.LoaderArgs) {
  const { shop, act, people } = await actFor(context);
  const { db } = act;
  const secret = may(act.actor, "export") ? await calendarSecret(db) : undefined;
  return {
    about: await aboutOf(db),
    rates: await ratesOf(db),
    hours: await hoursOf(db, today(shop)),
    names: Object.fromEntries(people.map(({ id, name }) => [id, name])),
    people: may(act.actor, "people") ? people : [],
    wrong: may(act.actor, "people")
      ? Object.fromEntries(await wrongTriesLately(db, act.now()))
      : {},
    record: may(act.actor, "people") ? await recordLines(db, RECORD_LINES) : [],
    calendar: secret === undefined ? undefined : new URL(`/calendar/${secret}`, request.url).href,
    idle: await idleMinutes(db),
    backups: await backupsNow(db, act.now()),
  };
}

const readAsked = reader<{ readonly id: string; readonly rates: QuoteRates }>({
  type: "object",
  required: ["id", "rates"],
  additionalProperties: false,
  properties: { id: { type: "string", maxLength: 120 }, rates: quoteRatesSchema },
});

/** Keeps what the shop reckons by: quotes that were given stay as they are. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok) {
    return data<Sent>(
      {
        error: "Nothing was kept: amounts like 60.00, shares from 0 to 100, days as whole numbers.",
      },
      { status: 400 },
    );
  }
  const { act } = await actFor(context);
  await keepRates(act, asked.value.rates);
  return data<Sent>({ error: undefined });
});

export default function ShopPage({ loaderData }: Route.ComponentProps) {
  const { rates, hours, names, people, record, idle, backups, calendar } = loaderData;
  return (
    <Page
      title="Shop"
      actions={
        <Button component={RouterLink} to="/setup">
          All that a new shop sets up
        </Button>
      }
    >
      <Box sx={{ display: "grid", gap: 4 }}>
        <IfMay doing="rates" quiet>
          <Box component="section">
            <Typography variant="h2" sx={{ mb: 1.5 }}>
              Name and address
            </Typography>
            <AboutForm about={loaderData.about} />
          </Box>
          <Box id="rates">
            <Rates rates={rates} />
          </Box>
        </IfMay>
        <IfMay doing="hours" quiet>
          <Box id="hours">
            <Hours hours={hours} name={(id) => names[id] ?? id} />
          </Box>
        </IfMay>
        <IfMay doing="people" quiet>
          <Box id="people">
            <Members people={people} wrong={loaderData.wrong} />
          </Box>
          <Idle minutes={idle} />
          <RecordSection lines={record} people={people} />
        </IfMay>
        <Box id="backup">
          <BackupSection {...backups} />
        </Box>
        <IfMay doing="progress" quiet>
          <Box component="section">
            <Typography variant="h2">What the shop learnt</Typography>
            <Typography sx={{ mt: 0.5 }}>
              <Link component={RouterLink} to="/learnt">
                Minutes, what was forgotten, screws and parts, each with what to change
              </Link>
            </Typography>
          </Box>
        </IfMay>
        <InAndOut />
        <IfMay doing="export" quiet>
          <CalendarAddress address={calendar} />
        </IfMay>
        <IfMay doing="customer" quiet>
          <Customers />
        </IfMay>
      </Box>
    </Page>
  );
}
