import { DataTypes, type Model, type ModelAttributes, type ModelStatic } from 'sequelize';
import type { Database } from '../connection';

/** Tables that are written row by row, as Sequelize models. Reading across tables is SQL in `repositories`. */
type Row = Record<string, unknown>;
export type Table = ModelStatic<Model<Row, Row>>;

const text = DataTypes.TEXT;
const number = DataTypes.DOUBLE;
const whole = DataTypes.INTEGER;
const instant = DataTypes.DATE;
const date = DataTypes.DATEONLY;
const yes = DataTypes.BOOLEAN;
const json = DataTypes.JSONB;

/** A fresh object each time: Sequelize writes into the column descriptions that it is given. */
const key = () => ({ type: text, primaryKey: true });

const COLUMNS = {
  territories: { id: key(), name: text, zone: text, outline: json },
  users: { id: key(), email: text, name: text, role: text, passwordHash: text, active: yes },
  user_territories: { userId: key(), territoryId: key(), mayChange: yes },
  sessions: { tokenHash: key(), userId: text, expiresAt: instant },
  depots: { id: key(), territoryId: text, name: text, lat: number, lon: number },
  skills: { id: key(), name: text, groupName: text, expires: yes },
  job_kinds: { id: key(), name: text, durationMin: whole, people: whole, promiseDays: whole },
  job_kind_skills: { jobKindId: key(), skillId: key(), level: whole },
  week_patterns: { id: key(), name: text, weeks: json, anchorDate: date },
  technicians: {
    id: key(),
    name: text,
    homeLat: number,
    homeLon: number,
    startsAt: text,
    endsAt: text,
    depotId: text,
    weekPatternId: text,
    zone: text,
    travelBeforeMin: whole,
    travelAfterMin: whole,
    overtimeLimitMin: whole,
    breakMin: whole,
    breakFromMin: whole,
    breakToMin: whole,
    openToPlanning: yes,
    active: yes,
  },
  technician_skills: {
    technicianId: key(),
    skillId: key(),
    level: whole,
    validFrom: { type: date, primaryKey: true },
    validTo: date,
  },
  technician_territories: {
    technicianId: key(),
    territoryId: key(),
    relation: text,
    validFrom: { type: date, primaryKey: true },
    validTo: date,
  },
  day_exceptions: {
    id: key(),
    technicianId: text,
    date,
    kind: text,
    startMin: whole,
    endMin: whole,
    reason: text,
  },
  sites: {
    id: key(),
    name: text,
    address: text,
    lat: number,
    lon: number,
    territoryId: text,
    zone: text,
    accessPatternId: text,
  },
  work_orders: {
    id: key(),
    number: whole,
    siteId: text,
    jobKindId: text,
    summary: text,
    notes: text,
    receivedAt: instant,
  },
  visits: {
    id: key(),
    workOrderId: text,
    part: whole,
    durationMin: whole,
    priority: whole,
    earliestAt: instant,
    dueAt: instant,
    tiedTime: yes,
    tiedPerson: yes,
    status: text,
  },
  visit_windows: { visitId: key(), startsAt: { type: instant, primaryKey: true }, endsAt: instant },
  visit_wishes: { visitId: key(), technicianId: key(), wish: text },
  playbooks: { id: key(), name: text },
  playbook_versions: { id: key(), playbookId: text, version: whole, content: json, note: text },
  runs: {
    id: key(),
    extent: json,
    extentKey: text,
    playbookVersionId: text,
    mayMove: text,
    seconds: whole,
    seed: whole,
    status: text,
    stopRequested: yes,
    attempts: whole,
    problem: DataTypes.BLOB,
    problemHash: text,
    baseRevision: DataTypes.BIGINT,
    bestPlan: json,
    progress: json,
    outcome: json,
    createdBy: text,
    createdAt: instant,
    startedAt: instant,
    heartbeatAt: instant,
    endedAt: instant,
  },
  plans: {
    id: key(),
    kind: text,
    name: text,
    status: text,
    revision: DataTypes.BIGINT,
    runId: text,
    createdAt: instant,
  },
  placements: {
    planId: key(),
    visitId: key(),
    technicianId: text,
    date,
    startsAt: instant,
    changedRevision: DataTypes.BIGINT,
  },
  plan_days: {
    planId: key(),
    technicianId: key(),
    date: { type: date, primaryKey: true },
    departAt: { type: instant, primaryKey: true },
    breakAt: instant,
    arriveAt: instant,
  },
  plan_changes: {
    id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
    visitId: text,
    revision: DataTypes.BIGINT,
    technicianId: text,
    startsAt: instant,
    source: text,
    userId: text,
  },
  road_networks: { id: key(), content: json },
} satisfies Record<string, ModelAttributes>;

export type TableName = keyof typeof COLUMNS;

/** The model of a table, defined once per connection. */
export function table(db: Database, name: TableName): Table {
  if (db.isDefined(name)) return db.model(name) as Table;
  return db.define(name, COLUMNS[name] as ModelAttributes, {
    tableName: name,
    underscored: true,
    timestamps: false,
  }) as Table;
}
