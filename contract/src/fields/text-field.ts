import './locale.js';
import { string, type StringSchema } from 'yup';

/** Characters that a database of Unicode text cannot hold: NUL, and halves of surrogate pairs. */
export function isStorable(text: string): boolean {
  return !text.includes('\0') && !/\p{Surrogate}/u.test(text);
}

/**
 * A line or note as typed. Its length is counted in characters as a person and the database count
 * them: a letter beyond the basic plane is one.
 */
export function text(max: number): StringSchema<string> {
  return string()
    .defined()
    .test('storable', 'Has characters that cannot be stored.', (value: unknown) =>
      typeof value === 'string' ? isStorable(value) : true,
    )
    .test('length', `At most ${max} characters.`, (value: unknown) =>
      typeof value === 'string' ? [...value].length <= max : true,
    )
    .meta({ jsonSchema: { maxLength: max } });
}

/** The same, and not only spaces. */
export function filledText(max: number, missing: string): StringSchema<string> {
  return text(max)
    .test('filled', missing, (value: unknown) =>
      typeof value === 'string' ? value.trim() !== '' : true,
    )
    .meta({ jsonSchema: { minLength: 1, maxLength: max } });
}
