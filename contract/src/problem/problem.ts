import { ValidationError, type Schema } from 'yup';
import { CORE_ERRORS, type CoreErrorCode } from '@nab/core/errors';

/** Codes that only the server gives; the core's codes are added to them. */
export const SERVER_PROBLEMS = {
  INVALID_INPUT: { status: 422, title: 'Something in the input is not right' },
  NOT_FOUND: { status: 404, title: 'There is no such thing here' },
  STALE_VERSION: { status: 409, title: 'Somebody else changed this in the meantime' },
  REMOVED: { status: 410, title: 'This was taken away in the meantime' },
  ID_TAKEN: { status: 409, title: 'This id already belongs to something different' },
  LEVEL_IN_USE: { status: 409, title: 'A level or group with readings cannot be removed' },
  NO_MORE_VOTES: { status: 409, title: 'From here everybody has voted' },
  VOTE_CLOSED: { status: 409, title: 'This vote is closed' },
  MALFORMED: { status: 400, title: 'The request could not be read' },
  TOO_LARGE: { status: 413, title: 'The request is too large' },
  HEADERS_TOO_LARGE: { status: 431, title: 'The headers of the request are too large' },
  TOO_SLOW: { status: 408, title: 'The request took too long to arrive' },
  SIGN_IN: { status: 401, title: 'Sign in first' },
  NOT_ALLOWED: { status: 403, title: 'This is not yours to do' },
  WRONG_PHRASE: { status: 403, title: 'That is not the pass phrase' },
  WRONG_CODE: { status: 404, title: 'No lesson has this code' },
  GROUP_TAKEN: { status: 409, title: 'This group has a tablet already' },
  EDUCATOR_HERE: { status: 409, title: 'The educator is signed in on this device' },
  TOO_MANY: { status: 429, title: 'Too many requests from here' },
  FOREIGN_HOST: { status: 421, title: 'Nab does not answer to this name' },
  FOREIGN_ORIGIN: { status: 403, title: 'Requests from other sites are refused' },
  BUSY: { status: 503, title: 'Too much is being computed at once' },
  DISK_FULL: { status: 507, title: 'The disk of the server is full' },
  UNAVAILABLE: { status: 503, title: 'The database is not available' },
  INTERNAL: { status: 500, title: 'Nab made a mistake' },
} as const;

export type ServerProblemCode = keyof typeof SERVER_PROBLEMS;
export type ProblemCode = ServerProblemCode | CoreErrorCode;

/** A problem document of RFC 9457, with Nab's code and messages per field. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly code: ProblemCode;
  readonly errors?: readonly FieldError[];
  /** For STALE_VERSION: what is stored now. */
  readonly current?: unknown;
}

export interface FieldError {
  /** Path of the field, such as `winding.turns` or `levels[2].turns`. */
  readonly path: string;
  readonly message: string;
}

export function problem(
  code: ProblemCode,
  more: Partial<Pick<Problem, 'detail' | 'errors' | 'current'>> = {},
): Problem {
  const known = Object.hasOwn(SERVER_PROBLEMS, code)
    ? SERVER_PROBLEMS[code as ServerProblemCode]
    : null;
  return {
    type: `urn:nab:problem:${code.toLowerCase().replaceAll('_', '-')}`,
    title: known?.title ?? CORE_ERRORS[code as CoreErrorCode].meaning,
    status: known?.status ?? 422,
    code,
    ...more,
  };
}

/**
 * Checks a value against a schema.
 * @param mode 'wire': exactly the shape, nothing converted; 'file': defaults filled in, unknown keys
 *   dropped, since files are written by hand.
 */
export function check<T>(
  schema: Schema<T>,
  value: unknown,
  mode: 'wire' | 'file' = 'wire',
): { ok: true; value: T } | { ok: false; errors: FieldError[] } {
  const nameless = withoutText(value);
  if (nameless !== null) {
    return { ok: false, errors: [{ path: nameless, message: 'This cannot be read.' }] };
  }
  try {
    const options =
      mode === 'wire'
        ? { abortEarly: false, strict: true }
        : { abortEarly: false, stripUnknown: true };
    return { ok: true, value: schema.validateSync(value, options) };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const parts = error.inner.length > 0 ? error.inner : [error];
    const errors = parts.map(({ path, message }) => ({ path: path ?? '', message }));
    return { ok: false, errors };
  }
}

/**
 * Path of a part of which no text can be made, because JSON has put something else in the place of
 * its methods: a message that repeats it would fail. Null where there is none.
 */
function withoutText(value: unknown, path = ''): string | null {
  // Not by calling itself: a request may be nested deeper than calls can be.
  const left = [{ value, path }];
  for (let one = left.pop(); one; one = left.pop()) {
    const { value: inner, path: at } = one;
    if (typeof inner !== 'object' || inner === null) continue;
    if (Object.hasOwn(inner, 'toString') || Object.hasOwn(inner, 'valueOf')) return at;
    const list = Array.isArray(inner);
    for (const [key, item] of Object.entries(inner)) {
      left.push({ value: item, path: list ? `${at}[${key}]` : at ? `${at}.${key}` : key });
    }
  }
  return null;
}
