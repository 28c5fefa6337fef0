import type { Database } from "../database/database.server.ts";

export const TABLES = ["tickets", "customers", "parts", "stock", "times"] as const;
export type TableName = (typeof TABLES)[number];

/** What goes out, table by table: each column under the name it has in the file, oldest first. */
const SELECTS: Readonly<Record<TableName, string>> = {
  tickets: `SELECT tickets.number AS ticket, customers.name AS customer, customers.phone AS phone,
      ticket_lines.machine AS machine, tickets.code AS code, tickets.serial AS serial, tickets.work AS wanted,
      tickets.fault AS fault, tickets.condition AS condition, ticket_lines.work AS parts, tickets.waits AS waits_for,
      tickets.promised AS promised, tickets.takenIn AS taken_in
    FROM tickets JOIN customers ON customers.id = tickets.customerId
    LEFT JOIN ticket_lines ON ticket_lines.ticket = tickets.number ORDER BY tickets.number`,
  customers: `SELECT customers.name AS customer, customers.phone AS phone, COUNT(tickets.number) AS tickets,
      MIN(tickets.takenIn) AS first, MAX(tickets.takenIn) AS last
    FROM customers LEFT JOIN tickets ON tickets.customerId = customers.id
    GROUP BY customers.id ORDER BY customers.name COLLATE NOCASE, customers.phone`,
  parts: `SELECT deeds.ticket AS ticket, json_extract(deeds.body, '$.order') AS "order",
      json_extract(deeds.body, '$.offer.supplier') AS supplier, json_extract(deeds.body, '$.offer.name') AS part,
      json_extract(deeds.body, '$.offer.code') AS code, json_extract(deeds.body, '$.offer.condition') AS condition,
      CAST(json_extract(deeds.body, '$.offer.price') AS INTEGER) AS price_cents, deeds.at AS ordered,
      json_extract(deeds.body, '$.due') AS due, came.at AS came, json_extract(came.body, '$.code') AS came_as,
      json_extract(came.body, '$.serial') AS serial, CAST(json_extract(came.body, '$.fits') AS INTEGER) AS fits
    FROM deeds LEFT JOIN deeds AS came ON came.ticket = deeds.ticket AND came.kind = 'arrived'
      AND json_extract(came.body, '$.order') = json_extract(deeds.body, '$.order')
    WHERE deeds.kind = 'ordered' ORDER BY deeds.seq`,
  stock: `SELECT code, name, condition, count, least AS at_least, place, price AS price_cents, story FROM stock
    ORDER BY name, code, id`,
  times: `SELECT people.name AS person, step_tallies.kind AS step, step_tallies.n AS times,
      step_tallies.sum AS logarithms
    FROM step_tallies LEFT JOIN people ON people.id = step_tallies."by"
    WHERE step_tallies.n > 0 ORDER BY step_tallies.kind, people.name`,
};

export const tableRows = (
  db: Database,
  name: TableName,
): Promise<readonly Readonly<Record<string, string | number | null>>[]> =>
  db.select(SELECTS[name], {});
