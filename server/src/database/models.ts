import type { DesignDocument, Plan, ShelfItem } from '@nab/contract';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';

export class DesignRow extends Model<
  InferAttributes<DesignRow>,
  InferCreationAttributes<DesignRow>
> {
  declare id: string;
  declare version: number;
  declare document: DesignDocument;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class InvestigationRow extends Model<
  InferAttributes<InvestigationRow>,
  InferCreationAttributes<InvestigationRow>
> {
  declare id: string;
  declare designId: string;
  declare version: number;
  declare title: string;
  declare factor: Plan['factor'];
  declare repeats: number;
  declare traySize: number;
  declare demo: boolean;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class LevelRow extends Model<InferAttributes<LevelRow>, InferCreationAttributes<LevelRow>> {
  declare id: string;
  declare investigationId: string;
  declare position: number;
  declare turns: number;
}

export class GroupRow extends Model<InferAttributes<GroupRow>, InferCreationAttributes<GroupRow>> {
  declare id: string;
  declare investigationId: string;
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
  declare count: number;
  declare recordedAt: Date;
  declare receivedAt: CreationOptional<Date>;
}

export class ReadingRow extends Model<
  InferAttributes<ReadingRow>,
  InferCreationAttributes<ReadingRow>
> {
  declare id: string;
  declare groupId: string;
  declare levelId: string;
  declare offCount: number;
  declare count: number;
  declare stuckCount: number;
  declare onTimeSeconds: number | null;
  declare modelCount: CreationOptional<number | null>;
  declare note: string;
  declare recordedAt: Date;
  declare receivedAt: CreationOptional<Date>;
  declare corrects: string | null;
  declare reason: string | null;
  declare withdrawn: boolean;
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

// Made anew for every column: Sequelize writes the column's name into them.
const key = () => ({ type: DataTypes.UUID, primaryKey: true });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const reference = () => ({ type: DataTypes.UUID, allowNull: false });
const instant = () => ({ type: DataTypes.DATE, allowNull: false });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false });

/** Binds the models to a connection; the tables themselves are made by the migrations. */
export function defineModels(sequelize: Sequelize): void {
  DesignRow.init(
    {
      id: key(),
      version: whole(),
      document: { type: DataTypes.JSONB, allowNull: false },
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'designs' },
  );
  InvestigationRow.init(
    {
      id: key(),
      designId: reference(),
      version: whole(),
      title: text(),
      factor: text(),
      repeats: whole(),
      traySize: whole(),
      demo: flag(),
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'investigations' },
  );
  LevelRow.init(
    { id: key(), investigationId: reference(), position: whole(), turns: whole() },
    { sequelize, tableName: 'levels', timestamps: false },
  );
  GroupRow.init(
    {
      id: key(),
      investigationId: reference(),
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
      count: whole(),
      recordedAt: instant(),
      receivedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'predictions', timestamps: false },
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
  ReadingRow.init(
    {
      id: key(),
      groupId: reference(),
      levelId: reference(),
      offCount: whole(),
      count: whole(),
      stuckCount: whole(),
      onTimeSeconds: { type: DataTypes.DOUBLE, field: 'on_time_s' },
      modelCount: DataTypes.DOUBLE,
      note: text(),
      recordedAt: instant(),
      receivedAt: DataTypes.DATE,
      corrects: DataTypes.UUID,
      reason: DataTypes.TEXT,
      withdrawn: flag(),
    },
    { sequelize, tableName: 'readings', timestamps: false },
  );
}
