import type { Group, Plan, SchoolClass } from '@nab/contract/lesson';
import { literal, Op, type Transaction } from 'sequelize';
import { ClassRow, GroupRow } from '../../platform/database/index.js';

const inPosition: [string, string][] = [['position', 'ASC']];

const toGroup = ({ id, name }: GroupRow): Group => ({ id, name });

/** Every class with its groups, the last begun first; those that do not exist are left out. */
export async function listClasses(transaction: Transaction): Promise<SchoolClass[]> {
  const rows = await ClassRow.findAll({
    where: literal(
      `NOT EXISTS (SELECT 1 FROM investigations i WHERE i.class_id = "ClassRow".id AND i.rehearsal_of IS NOT NULL)`,
    ),
    order: [
      ['createdAt', 'DESC'],
      ['id', 'ASC'],
    ],
    transaction,
  });
  const groups = await GroupRow.findAll({ order: inPosition, transaction });
  return rows.map(({ id, name }) => ({
    id,
    name,
    groups: groups.filter(({ classId }) => classId === id).map(toGroup),
  }));
}

export async function findClass(id: string, transaction: Transaction): Promise<SchoolClass> {
  const row = await ClassRow.findByPk(id, { transaction, rejectOnEmpty: true });
  const groups = await GroupRow.findAll({ where: { classId: id }, order: inPosition, transaction });
  return { id, name: row.name, groups: groups.map(toGroup) };
}

/**
 * Writes a class as a plan names it. Groups keep their ids; those that are gone are deleted, which
 * the database refuses when readings hang on them, in whatever investigation.
 */
export async function writeClass(
  { class: { id, name }, groups }: Pick<Plan, 'class' | 'groups'>,
  transaction: Transaction,
): Promise<void> {
  await ClassRow.upsert({ id, name }, { transaction });
  await GroupRow.destroy({
    where: { classId: id, id: { [Op.notIn]: groups.map((group) => group.id) } },
    transaction,
  });
  await GroupRow.bulkCreate(
    groups.map((group, position) => ({ ...group, classId: id, position })),
    { transaction, updateOnDuplicate: ['position', 'name'] },
  );
}

/** Ids among a plan's groups that already belong to another class. */
export async function groupsOfOthers(
  { class: { id }, groups }: Pick<Plan, 'class' | 'groups'>,
  transaction: Transaction,
): Promise<string[]> {
  const rows = await GroupRow.findAll({
    where: { id: groups.map((group) => group.id), classId: { [Op.ne]: id } },
    transaction,
  });
  return rows.map((row) => row.id);
}
