import { DataTypes, type Model, type ModelStatic, type Sequelize } from "sequelize";

export interface PersonRow {
  id: string;
  name: string;
  role: string;
}
export interface CustomerRow {
  id: string;
  name: string;
  phone: string;
}
export interface GuideRow {
  id: string;
  hash: string;
  body: string;
}
export interface PlanRow {
  key: string;
  body: string;
}
export interface TicketRow {
  number: string;
  customerId: string;
  guideId: string;
  code: string;
  serial: string;
  fault: string;
  condition: string;
  job: string;
  waits: string;
  promised: string;
  takenIn: string;
}
export interface MoveRow {
  id?: number;
  ticket: string;
  at: string;
  by: string;
  from: string;
  to: string;
  note: string;
}
export interface EventRow {
  id: string;
  ticket: string;
  seq: number;
  at: string;
  by: string;
  entry: string;
}

export interface NoteRow {
  id: string;
  guideId: string;
  step: string;
  text: string;
  ticket: string;
  at: string;
  by: string;
}
export interface PhotoRow {
  id: string;
  ticket: string;
  step: string;
  width: number;
  height: number;
  at: string;
  by: string;
}
export interface SoakRow {
  id: string;
  ticket: string;
  round: string;
  readings: string;
  at: string;
  by: string;
}
export interface HabitRow {
  person: string;
  habit: string;
  rows: number;
  columns: number;
  holds: number;
}

type Table<Row extends object> = ModelStatic<Model<Row, Row> & Row>;
export interface Models {
  readonly people: Table<PersonRow>;
  readonly customers: Table<CustomerRow>;
  readonly guides: Table<GuideRow>;
  readonly plans: Table<PlanRow>;
  readonly tickets: Table<TicketRow>;
  readonly moves: Table<MoveRow>;
  readonly events: Table<EventRow>;
  readonly notes: Table<NoteRow>;
  readonly photos: Table<PhotoRow>;
  readonly soaks: Table<SoakRow>;
  readonly habits: Table<HabitRow>;
}

/** New objects each time: Sequelize writes into what it is given. */
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const key = () => ({ ...text(), primaryKey: true });
const number = () => ({ type: DataTypes.INTEGER, allowNull: false });

export function defineModels(sequelize: Sequelize): Models {
  const table = <Row extends object>(name: string, columns: object): Table<Row> =>
    sequelize.define<Model<Row, Row> & Row>(name, columns as never, {
      tableName: name,
      timestamps: false,
    });
  return {
    people: table<PersonRow>("people", { id: key(), name: text(), role: text() }),
    customers: table<CustomerRow>("customers", { id: key(), name: text(), phone: text() }),
    guides: table<GuideRow>("guides", { id: key(), hash: text(), body: text() }),
    plans: table<PlanRow>("plans", { key: key(), body: text() }),
    tickets: table<TicketRow>("tickets", {
      number: key(),
      customerId: text(),
      guideId: text(),
      code: text(),
      serial: text(),
      fault: text(),
      condition: text(),
      job: text(),
      waits: text(),
      promised: text(),
      takenIn: text(),
    }),
    moves: table<MoveRow>("moves", {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      ticket: text(),
      at: text(),
      by: text(),
      from: text(),
      to: text(),
      note: text(),
    }),
    events: table<EventRow>("events", {
      id: key(),
      ticket: text(),
      seq: { type: DataTypes.INTEGER, allowNull: false },
      at: text(),
      by: text(),
      entry: text(),
    }),
    notes: table<NoteRow>("notes", {
      id: key(),
      guideId: text(),
      step: text(),
      text: text(),
      ticket: text(),
      at: text(),
      by: text(),
    }),
    photos: table<PhotoRow>("photos", {
      id: key(),
      ticket: text(),
      step: text(),
      width: number(),
      height: number(),
      at: text(),
      by: text(),
    }),
    soaks: table<SoakRow>("soaks", {
      id: key(),
      ticket: text(),
      round: text(),
      readings: text(),
      at: text(),
      by: text(),
    }),
    habits: table<HabitRow>("habits", {
      person: key(),
      habit: text(),
      rows: number(),
      columns: number(),
      holds: number(),
    }),
  };
}
