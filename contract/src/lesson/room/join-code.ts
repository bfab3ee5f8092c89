/** Letters that nobody takes for another, read aloud or off a board: no I, L or O. */
export const CODE_LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ';
export const CODE_LENGTH = 6;

const WHOLE = new RegExp(`^[${CODE_LETTERS}]{${CODE_LENGTH}}$`);

/** A code as it is kept, whatever was typed between and around its letters: `abc-def` is `ABCDEF`. */
export function tidyCode(typed: string): string {
  return typed.toUpperCase().replace(/[\s.·–-]/g, '');
}

export const isCode = (text: string): boolean => WHOLE.test(text);

/** As it is shown and read aloud: two threes. */
export const spokenCode = (code: string): string => `${code.slice(0, 3)} ${code.slice(3)}`;
