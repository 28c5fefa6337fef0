import Box from "@mui/material/Box";
import Link from "@mui/material/Link";
import Typography from "@mui/material/Typography";
import { useRouteLoaderData } from "react-router";
import { nameOf } from "../../core/people/index.ts";
import { EXPERIENCE_WORDS } from "../../core/words/index.ts";
import { experienceNow } from "../../shop/experience/index.server.ts";
import { LearntChart } from "../experience/learnt-chart.tsx";
import { LearntTable } from "../experience/learnt-table.tsx";
import { actFor } from "../frame/act.server.ts";
import { shown } from "../frame/allowed.server.ts";
import type { loader as root } from "../root.tsx";
import { Page } from "../ui/page.tsx";
import type { Route } from "./+types/learnt";

export const meta: Route.MetaFunction = () => [{ title: "What the shop learnt · Brisk Bench" }];

export const loader = shown(async ({ context }: Route.LoaderArgs) => {
  const { act, people } = await actFor(context);
  return { tables: await experienceNow(act, (id) => nameOf(people, id)) };
});

export default function LearntRoute({ loaderData: { tables } }: Route.ComponentProps) {
  const lamp = useRouteLoaderData<typeof root>("root")?.lamp ?? "up";
  return (
    <Page title="What the shop learnt">
      <Typography sx={{ maxWidth: "70ch" }}>
        From the last hundred jobs of each model, from every part that came and every promise of a
        machine that was worked on. Only the lead sees this.
      </Typography>
      <Box
        sx={{
          display: "grid",
          gap: 3,
          mt: 2,
          gridTemplateColumns: { xs: "1fr", lg: "1fr 1fr" },
        }}
      >
        {tables.map(({ table, advice, rows }) => (
          <Box key={table} component="section" aria-label={EXPERIENCE_WORDS[table].title}>
            <Typography variant="h2" sx={{ mb: 0.5 }}>
              {EXPERIENCE_WORDS[table].title}
            </Typography>
            <Typography sx={{ mb: 1, fontWeight: 600 }}>{advice}</Typography>
            {rows.length === 0 ? (
              <Typography sx={{ color: "var(--soft)" }}>{EXPERIENCE_WORDS[table].empty}</Typography>
            ) : (
              <>
                <LearntChart table={table} rows={rows} lamp={lamp} />
                <LearntTable label={EXPERIENCE_WORDS[table].title} rows={rows} />
                <Link href={`/learnt/${table}.csv`}>Take it out as CSV</Link>
              </>
            )}
          </Box>
        ))}
      </Box>
    </Page>
  );
}
