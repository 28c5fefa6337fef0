import { DataTypes, type QueryInterface } from "sequelize";

interface Migration {
  readonly name: string;
  up(params: { context: QueryInterface }): Promise<void>;
  down(params: { context: QueryInterface }): Promise<void>;
}

/** New objects each time: Sequelize writes into what it is given. */
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const key = () => ({ ...text(), primaryKey: true });
const link = (table: string, column: string) => ({
  ...text(),
  references: { model: table, key: column },
});

/** In the order they are run; a landed one is never changed. */
export const migrations: Migration[] = [
  {
    name: "2026-11-24-first",
    async up({ context }) {
      await context.createTable("people", { id: key(), name: text(), role: text() });
      await context.createTable("customers", { id: key(), name: text(), phone: text() });
      await context.createTable("guides", { id: key(), hash: text(), body: text() });
      await context.createTable("plans", { key: key(), body: text() });
      await context.createTable("tickets", {
        number: key(),
        customerId: link("customers", "id"),
        guideId: link("guides", "id"),
        code: text(),
        serial: text(),
        fault: text(),
        condition: text(),
        job: text(),
        waits: text(),
        promised: text(),
        takenIn: text(),
      });
      await context.createTable("moves", {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        ticket: link("tickets", "number"),
        at: text(),
        by: text(),
        from: text(),
        to: text(),
        note: text(),
      });
      await context.createTable("events", {
        id: key(),
        ticket: link("tickets", "number"),
        seq: { type: DataTypes.INTEGER, allowNull: false },
        at: text(),
        by: text(),
        entry: text(),
      });
      await context.addIndex("events", ["ticket", "seq"], { unique: true });
      await context.addIndex("moves", ["ticket"]);
    },
    async down({ context }) {
      for (const table of [
        "events",
        "moves",
        "tickets",
        "plans",
        "guides",
        "customers",
        "people",
      ]) {
        await context.dropTable(table);
      }
    },
  },
  {
    name: "2026-11-25-bench",
    async up({ context }) {
      const number = () => ({ type: DataTypes.INTEGER, allowNull: false });
      await context.createTable("notes", {
        id: key(),
        guideId: link("guides", "id"),
        step: text(),
        text: text(),
        ticket: link("tickets", "number"),
        at: text(),
        by: text(),
      });
      await context.addIndex("notes", ["guideId"]);
      await context.createTable("photos", {
        id: key(),
        ticket: link("tickets", "number"),
        step: text(),
        width: number(),
        height: number(),
        at: text(),
        by: text(),
      });
      await context.addIndex("photos", ["ticket"]);
      await context.createTable("soaks", {
        id: key(),
        ticket: link("tickets", "number"),
        round: text(),
        readings: text(),
        at: text(),
        by: text(),
      });
      await context.addIndex("soaks", ["ticket"]);
      await context.createTable("habits", {
        person: { ...link("people", "id"), primaryKey: true },
        habit: text(),
        rows: number(),
        columns: number(),
        holds: number(),
      });
    },
    async down({ context }) {
      for (const table of ["habits", "soaks", "photos", "notes"]) await context.dropTable(table);
    },
  },
];
