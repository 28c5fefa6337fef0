import { index, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  index("routes/counter.tsx"),
  route("tickets/new", "routes/new-ticket.tsx"),
  route("tickets/:number", "routes/ticket.tsx"),
  route("tickets/:number/bench", "routes/bench.tsx"),
  route("tickets/:number/events", "routes/events.ts"),
  route("tickets/:number/job", "routes/job.ts"),
  route("bench", "routes/benches.tsx"),
  route("guides", "routes/guides.tsx"),
  route("guides/:id", "routes/guide.tsx"),
  route("guides/:id/file", "routes/guide-file.ts"),
  route("machines", "routes/machines.ts"),
  route("find", "routes/find.ts"),
  route("settings", "routes/settings.ts"),
  route("*", "routes/not-found.ts"),
] satisfies RouteConfig;
