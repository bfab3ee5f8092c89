import type { Actor, BenchSpot, Flag, Status, Plan, PollChoice } from '@nab/contract/lesson';
import type { ExperimentDocument } from '@nab/contract/experiments';
import type { ShelfItem } from '@nab/contract/shelf';
import type { ExperimentId } from '@nab/core/experiments';
import type { FactorId, Hold, MeasureId, Outcome } from '@nab/core/lesson';
import {
  DataTypes,
  literal,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';
import { scopeToSchool } from './tenant-scope.js';

export class DesignRow extends Model<
  InferAttributes<DesignRow>,
  InferCreationAttributes<DesignRow>
> {
  declare id: string;
  declare version: number;
  declare experiment: ExperimentId;
  declare document: ExperimentDocument;
  declare updatedBy: Actor;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class InvestigationRow extends Model<
  InferAttributes<InvestigationRow>,
  InferCreationAttributes<InvestigationRow>
> {
  declare id: string;
  declare designId: string;
  declare classId: string;
  declare place: CreationOptional<Status>;
  declare version: number;
  declare title: string;
  declare experiment: ExperimentId;
  declare factor: FactorId;
  declare seriesFactor: FactorId | null;
  declare measure: MeasureId;
  declare load: string | null;
  declare objects: Plan['objects'];
  declare hold: Hold;
  declare repeats: number;
  declare traySize: number;
  declare lesson: Plan['lesson'] | null;
  declare updatedBy: Actor;
  declare demo: boolean;
  declare rehearsalOf: string | null;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class LevelRow extends Model<InferAttributes<LevelRow>, InferCreationAttributes<LevelRow>> {
  declare id: string;
  declare investigationId: string;
  declare role: 'level' | 'series';
  declare position: number;
  declare value: string;
  declare document: ExperimentDocument | null;
  declare isCheck: CreationOptional<boolean>;
}

export class ClassRow extends Model<InferAttributes<ClassRow>, InferCreationAttributes<ClassRow>> {
  declare id: string;
  declare name: string;
  declare createdAt: CreationOptional<Date>;
}

export class GroupRow extends Model<InferAttributes<GroupRow>, InferCreationAttributes<GroupRow>> {
  declare id: string;
  declare classId: string;
  declare position: number;
  declare name: string;
}

export class PredictionRow extends Model<
  InferAttributes<PredictionRow>,
  InferCreationAttributes<PredictionRow>
> {
  declare id: string;
  declare groupId: string;
  declare levelId: string;
  declare seriesId: string | null;
  declare value: number | null;
  declare words: string | null;
  declare actor: Actor;
  declare recordedAt: Date;
  declare receivedAt: CreationOptional<Date>;
  declare arrival: CreationOptional<string>;
}

export class ReadingRow extends Model<
  InferAttributes<ReadingRow>,
  InferCreationAttributes<ReadingRow>
> {
  declare id: string;
  declare groupId: string;
  declare levelId: string;
  declare seriesId: string | null;
  declare outcome: Outcome;
  declare onTimeSeconds: number | null;
  declare modelValue: number | null;
  declare modelLow: number | null;
  declare modelHigh: number | null;
  declare actor: Actor;
  declare flags: readonly Flag[];
  declare note: string;
  declare recordedAt: Date;
  declare receivedAt: CreationOptional<Date>;
  declare arrival: CreationOptional<string>;
  declare corrects: string | null;
  declare reason: string | null;
  declare withdrawn: boolean;
}

export class PollRow extends Model<InferAttributes<PollRow>, InferCreationAttributes<PollRow>> {
  declare id: string;
  declare levelId: string;
  declare seriesId: string | null;
  declare question: string;
  declare choices: PollChoice[];
  declare hands: number[];
  declare actor: Actor;
  declare openedAt: Date;
  declare closedAt: Date | null;
}

export class VoteRow extends Model<InferAttributes<VoteRow>, InferCreationAttributes<VoteRow>> {
  declare pollId: string;
  declare voter: string;
  declare choice: number;
  declare receivedAt: Date;
}

export class ShelfRow extends Model<InferAttributes<ShelfRow>, InferCreationAttributes<ShelfRow>> {
  declare id: string;
  declare version: number;
  declare kind: ShelfItem['kind'];
  declare document: ShelfItem;
  declare demo: boolean;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class ShelfRemovedRow extends Model<
  InferAttributes<ShelfRemovedRow>,
  InferCreationAttributes<ShelfRemovedRow>
> {
  declare id: string;
}

export class SchoolRow extends Model<
  InferAttributes<SchoolRow>,
  InferCreationAttributes<SchoolRow>
> {
  declare id: string;
  declare passPhrase: string | null;
  declare name: CreationOptional<string>;
  /** The name under which browsers reach it; null: any that is no other school’s. */
  declare host: CreationOptional<string | null>;
  /** Signs who may vote. */
  declare votingKey: CreationOptional<string>;
}

export class RoomRow extends Model<InferAttributes<RoomRow>, InferCreationAttributes<RoomRow>> {
  declare investigationId: string;
  declare code: string;
  declare codeUntil: Date;
  declare paused: boolean;
  declare message: string;
  declare ended: boolean;
  declare ranked: boolean;
  declare begunAt: Date | null;
}

export class SessionRow extends Model<
  InferAttributes<SessionRow>,
  InferCreationAttributes<SessionRow>
> {
  declare tokenHash: string;
  declare role: 'educator' | 'group' | 'board';
  declare investigationId: string | null;
  declare groupId: string | null;
  declare at: BenchSpot | null;
  declare joinedAt: Date;
  declare seenAt: Date;
  declare expiresAt: Date;
}

export class UnplacedReadingRow extends Model<
  InferAttributes<UnplacedReadingRow>,
  InferCreationAttributes<UnplacedReadingRow>
> {
  declare id: string;
  declare kind: 'reading' | 'prediction';
  declare investigationId: string;
  declare body: object;
  declare why: string;
  declare receivedAt: Date;
  declare settled: 'placed' | 'left-out' | null;
}

export class CalibrationRow extends Model<
  InferAttributes<CalibrationRow>,
  InferCreationAttributes<CalibrationRow>
> {
  declare investigationId: string;
  declare heldAgainst: string;
  declare object: string;
  declare method: string;
  /** log(read / predicted) of the class by itself, and its variance. */
  declare mean: number;
  declare variance: number;
  declare classFactor: number;
  declare trials: number;
  declare taughtAt: Date;
}

// Created for every column: Sequelize writes the column's name into them.
const key = () => ({ type: DataTypes.UUID, primaryKey: true });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const reference = () => ({ type: DataTypes.UUID, allowNull: false });
const instant = () => ({ type: DataTypes.DATE, allowNull: false });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const arrival = () => ({
  type: DataTypes.BIGINT,
  defaultValue: literal("nextval('records_arrived')"),
});
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false });

/** Binds the models to a connection, each asking for the rows of one school; the tables themselves are made by the migrations. */
export function defineModels(sequelize: Sequelize): void {
  DesignRow.init(
    {
      id: key(),
      version: whole(),
      experiment: text(),
      document: { type: DataTypes.JSONB, allowNull: false },
      updatedBy: text(),
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'designs' },
  );
  InvestigationRow.init(
    {
      id: key(),
      designId: reference(),
      classId: reference(),
      place: { ...text(), defaultValue: 'open' },
      version: whole(),
      title: text(),
      experiment: text(),
      factor: text(),
      seriesFactor: DataTypes.TEXT,
      measure: text(),
      load: DataTypes.TEXT,
      objects: { type: DataTypes.JSONB, allowNull: false },
      hold: text(),
      repeats: whole(),
      traySize: whole(),
      lesson: { type: DataTypes.JSONB },
      updatedBy: text(),
      demo: flag(),
      rehearsalOf: DataTypes.UUID,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'investigations' },
  );
  LevelRow.init(
    {
      id: key(),
      investigationId: reference(),
      role: text(),
      position: whole(),
      value: text(),
      document: DataTypes.JSONB,
      isCheck: { ...flag(), defaultValue: false },
    },
    { sequelize, tableName: 'levels', timestamps: false },
  );
  ClassRow.init(
    { id: key(), name: text(), createdAt: DataTypes.DATE },
    { sequelize, tableName: 'classes', updatedAt: false },
  );
  GroupRow.init(
    {
      id: key(),
      classId: reference(),
      position: whole(),
      name: text(),
    },
    { sequelize, tableName: 'bench_groups', timestamps: false },
  );
  PredictionRow.init(
    {
      id: key(),
      groupId: reference(),
      levelId: reference(),
      seriesId: DataTypes.UUID,
      value: DataTypes.DOUBLE,
      words: DataTypes.TEXT,
      actor: text(),
      recordedAt: instant(),
      receivedAt: DataTypes.DATE,
      arrival: arrival(),
    },
    { sequelize, tableName: 'predictions', timestamps: false },
  );
  PollRow.init(
    {
      id: key(),
      levelId: reference(),
      seriesId: DataTypes.UUID,
      question: text(),
      choices: { type: DataTypes.JSONB, allowNull: false },
      hands: { type: DataTypes.ARRAY(DataTypes.INTEGER), allowNull: false },
      actor: text(),
      openedAt: instant(),
      closedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'polls', timestamps: false },
  );
  VoteRow.init(
    { pollId: key(), voter: key(), choice: whole(), receivedAt: instant() },
    { sequelize, tableName: 'votes', timestamps: false },
  );
  ShelfRow.init(
    {
      id: key(),
      version: whole(),
      kind: text(),
      document: { type: DataTypes.JSONB, allowNull: false },
      demo: flag(),
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'shelf_items' },
  );
  ShelfRemovedRow.init({ id: key() }, { sequelize, tableName: 'shelf_removed', timestamps: false });
  SchoolRow.init(
    {
      id: key(),
      passPhrase: DataTypes.TEXT,
      name: { ...text(), defaultValue: '' },
      host: DataTypes.TEXT,
      votingKey: DataTypes.TEXT,
    },
    { sequelize, tableName: 'schools', timestamps: false },
  );
  RoomRow.init(
    {
      investigationId: key(),
      code: text(),
      codeUntil: instant(),
      paused: flag(),
      message: text(),
      ended: flag(),
      ranked: flag(),
      begunAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'rooms', timestamps: false },
  );
  SessionRow.init(
    {
      tokenHash: { type: DataTypes.TEXT, primaryKey: true },
      role: text(),
      investigationId: DataTypes.UUID,
      groupId: DataTypes.UUID,
      at: DataTypes.JSONB,
      joinedAt: instant(),
      seenAt: instant(),
      expiresAt: instant(),
    },
    { sequelize, tableName: 'sessions', timestamps: false },
  );
  UnplacedReadingRow.init(
    {
      id: key(),
      kind: text(),
      investigationId: reference(),
      body: { type: DataTypes.JSONB, allowNull: false },
      why: text(),
      receivedAt: instant(),
      settled: DataTypes.TEXT,
    },
    { sequelize, tableName: 'strays', timestamps: false },
  );
  CalibrationRow.init(
    {
      investigationId: key(),
      heldAgainst: text(),
      object: text(),
      method: text(),
      mean: { type: DataTypes.DOUBLE, allowNull: false },
      variance: { type: DataTypes.DOUBLE, allowNull: false },
      classFactor: { type: DataTypes.DOUBLE, allowNull: false },
      trials: whole(),
      taughtAt: instant(),
    },
    { sequelize, tableName: 'teachings', timestamps: false },
  );
  ReadingRow.init(
    {
      id: key(),
      groupId: reference(),
      levelId: reference(),
      seriesId: DataTypes.UUID,
      outcome: { type: DataTypes.JSONB, allowNull: false },
      onTimeSeconds: { type: DataTypes.DOUBLE, field: 'on_time_s' },
      modelValue: DataTypes.DOUBLE,
      modelLow: DataTypes.DOUBLE,
      modelHigh: DataTypes.DOUBLE,
      actor: text(),
      flags: { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false },
      note: text(),
      recordedAt: instant(),
      receivedAt: DataTypes.DATE,
      arrival: arrival(),
      corrects: DataTypes.UUID,
      reason: DataTypes.TEXT,
      withdrawn: flag(),
    },
    { sequelize, tableName: 'readings', timestamps: false },
  );
  for (const model of Object.values(sequelize.models)) {
    if (model !== SchoolRow) scopeToSchool(model as never);
  }
}
