import { literal, Op, type ModelStatic, type WhereOptions } from 'sequelize';

type Asked = { where?: WhereOptions };

/**
 * Has every query of a model ask for the rows of the school under way only. What is inserted is that
 * school's by the column's default. The database's own row-level security holds it a second time.
 */
export function scopeToSchool(model: ModelStatic<never>): void {
  const narrow = (options: Asked): void => {
    const own = literal('school_id = current_school()');
    options.where = (
      options.where === undefined ? { [Op.and]: [own] } : { [Op.and]: [options.where, own] }
    ) as WhereOptions;
  };
  model.addHook('beforeFind', narrow as never);
  model.addHook('beforeCount', narrow as never);
  model.addHook('beforeBulkUpdate', narrow as never);
  model.addHook('beforeBulkDestroy', narrow as never);
}
