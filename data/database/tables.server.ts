import { DataTypes, type Model, type ModelStatic, type Sequelize } from "sequelize";
import type {
  PersonRow,
  CustomerRow,
  GuideVersionRow,
  TicketRow,
  StockRow,
  StockMoveRow,
  DeedRow,
  TransitionRow,
  StreamRow,
  EventRow,
  NoteRow,
  PhotoRow,
  SoakRow,
  HabitRow,
  LessonVerdictRow,
  TicketLineRow,
  StepTallyRow,
} from "./rows.server.ts";

type Table<Row extends object> = ModelStatic<Model<Row, Row> & Row>;

/** New objects each time: Sequelize writes into what it is given. */
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const maybe = () => ({ type: DataTypes.TEXT, allowNull: true });
const number = () => ({ type: DataTypes.INTEGER, allowNull: false });
const key = <T extends object>(column: T) => ({ ...column, primaryKey: true });

/** The tables as this version reads and writes them; the form itself is made by the migrations. */
export function defineTables(sequelize: Sequelize) {
  const table = <Row extends object>(name: string, columns: object): Table<Row> =>
    sequelize.define<Model<Row, Row> & Row>(name, columns as never, {
      tableName: name,
      timestamps: false,
    });
  return {
    settings: table<{ key: string; value: string }>("settings", {
      key: key(text()),
      value: text(),
    }),
    people: table<PersonRow>("people", { id: key(text()), name: text(), role: text() }),
    customers: table<CustomerRow>("customers", { id: key(text()), name: text(), phone: text() }),
    guides: table<{ id: string }>("guides", { id: key(text()) }),
    guideBodies: table<{ hash: string; body: string }>("guide_bodies", {
      hash: key(text()),
      body: text(),
    }),
    blockedCodes: table<{ hash: string; code: string; path: string }>("blocked_codes", {
      hash: key(text()),
      code: key(text()),
      path: text(),
    }),
    guideVersions: table<GuideVersionRow>("guide_versions", {
      guideId: key(text()),
      number: key(number()),
      hash: text(),
      at: text(),
      by: maybe(),
      why: text(),
    }),
    guideCodes: table<{ key: string; code: string; guideId: string }>("guide_codes", {
      key: key(text()),
      code: text(),
      guideId: text(),
    }),
    plans: table<{ key: string; body: string }>("plans", { key: key(text()), body: text() }),
    tickets: table<TicketRow>("tickets", {
      number: key(number()),
      customerId: text(),
      guideId: text(),
      code: text(),
      serial: text(),
      fault: text(),
      condition: text(),
      job: text(),
      promised: text(),
      takenIn: text(),
      signs: text(),
      waits: text(),
      work: text(),
      bench: text(),
      intake: text(),
    }),
    stock: table<StockRow>("stock", {
      id: key(text()),
      code: text(),
      name: text(),
      condition: text(),
      place: text(),
      price: number(),
      least: number(),
      story: text(),
      count: number(),
    }),
    stockMoves: table<StockMoveRow>("stock_moves", {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      item: text(),
      change: number(),
      ticket: { type: DataTypes.INTEGER, allowNull: true },
      why: text(),
      at: text(),
      by: text(),
    }),
    deeds: table<DeedRow>("deeds", {
      seq: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      id: text(),
      ticket: number(),
      kind: text(),
      version: number(),
      at: text(),
      by: text(),
      body: text(),
    }),
    transitions: table<TransitionRow>("transitions", {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      ticket: number(),
      at: text(),
      by: text(),
      note: text(),
      from: text(),
      to: text(),
    }),
    streams: table<StreamRow>("streams", {
      id: key(text()),
      ticket: { type: DataTypes.INTEGER, allowNull: true },
      guide: text(),
      code: text(),
      length: number(),
    }),
    events: table<EventRow>("events", {
      id: key(text()),
      stream: text(),
      seq: number(),
      kind: text(),
      version: number(),
      at: text(),
      by: text(),
      causedBy: maybe(),
      body: text(),
    }),
    notes: table<NoteRow>("notes", {
      id: key(text()),
      guideId: text(),
      step: text(),
      text: text(),
      ticket: number(),
      at: text(),
      by: text(),
    }),
    photos: table<PhotoRow>("photos", {
      id: key(text()),
      ticket: number(),
      step: text(),
      width: number(),
      height: number(),
      at: text(),
      by: text(),
    }),
    soaks: table<SoakRow>("soaks", {
      id: key(text()),
      ticket: number(),
      round: text(),
      readings: text(),
      at: text(),
      by: text(),
      seen: maybe(),
      shuts: number(),
    }),
    habits: table<HabitRow>("habits", {
      person: key(text()),
      habit: text(),
      rows: number(),
      columns: number(),
      holds: number(),
    }),
    ticketLines: table<TicketLineRow>("ticket_lines", {
      ticket: key(number()),
      machine: text(),
      work: text(),
      dive: maybe(),
      trouble: maybe(),
      held: maybe(),
    }),
    ticketCounts: table<{ waits: string; tickets: number }>("ticket_counts", {
      waits: key(text()),
      tickets: number(),
    }),
    stepTallies: table<StepTallyRow>("step_tallies", {
      kind: key(text()),
      by: key(text()),
      n: number(),
      sum: number(),
      squares: number(),
    }),
    guidePhotos: table<{ id: string; guideId: string }>("guide_photos", {
      id: key(text()),
      guideId: text(),
    }),
    lessonVerdicts: table<LessonVerdictRow>("lesson_verdicts", {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      guideId: text(),
      key: text(),
      verdict: text(),
      serial: text(),
      teaching: text(),
      tickets: text(),
      why: text(),
      at: text(),
      by: text(),
    }),
    missed: table<{ guideId: string; id: string; times: number }>("missed", {
      guideId: key(text()),
      id: key(text()),
      times: number(),
    }),
  };
}

export type Tables = ReturnType<typeof defineTables>;
