import { computed, type Injector, type Signal, type WritableSignal } from '@angular/core';
import { form, validateTree, type FieldTree, type SchemaPath } from '@angular/forms/signals';
import type { FieldError } from '@nab/contract/problem';
import type { ObjectSchema, Schema } from 'yup';

/** What a form edits: a value that its own Yup schema checks, such as a document that saves itself. */
export interface Editable<T> {
  readonly value: Signal<T>;
  readonly errors: Signal<readonly FieldError[]>;
  edit(change: (value: T) => T): void;
}

/** The same with every text there: a text that may be missing is empty in a form. */
export type Filled<T> = T extends object
  ? { [K in keyof T as NonNullable<T[K]> extends string ? K : never]-?: NonNullable<T[K]> } & {
      [K in keyof T as NonNullable<T[K]> extends string ? never : K]: Filled<T[K]>;
    }
  : T;

/**
 * Angular's form over a document: the one bridge between a Yup schema and the fields on screen.
 * Messages come from the schema and stand at the field they name; an optional text that is emptied
 * leaves the document.
 * @param schema of the document; lazily chosen parts are left as they are.
 */
export function documentForm<T extends object>(
  editable: () => Editable<T>,
  schema: Schema<T>,
  injector: Injector,
): FieldTree<Filled<T>> {
  const texts = new OptionalTexts(schema);
  const read = computed(() => texts.fill(editable().value()) as Filled<T>);
  const model: WritableSignal<Filled<T>> = Object.assign(read, {
    set: (next: Filled<T>): void => editable().edit(() => texts.empty(next) as T),
    update: (change: (value: Filled<T>) => Filled<T>): void => model.set(change(read())),
    asReadonly: () => read,
  }) as WritableSignal<Filled<T>>;
  return form(
    model,
    (path) => {
      validateTree(path as SchemaPath<Filled<T>>, ({ fieldTree }) =>
        editable()
          .errors()
          .map(({ path: at, message }) => ({
            kind: 'yup',
            message,
            fieldTree: fieldAt(fieldTree as Tree, at) as FieldTree<unknown>,
          })),
      );
    },
    { injector },
  );
}

type Tree = { readonly [key: string]: Tree | undefined };

/** The field that a path such as `core.length` or `levels[2].value` names, or the closest above it. */
function fieldAt(tree: Tree, path: string): Tree {
  return path
    .split(/[.[\]]+/)
    .filter((key) => key !== '')
    .reduce<Tree>((field, key) => field[key] ?? field, tree);
}

/** Fills in and takes out the texts that a schema lets be missing. What is unchanged stays the same object. */
class OptionalTexts {
  private readonly origins = new WeakMap<object, object>();
  private readonly filled = new WeakMap<object, object>();

  constructor(private readonly schema: Schema) {}

  fill(value: object): object {
    return this.walk(value, this.schema, this.filled, this.origins, (text) => text ?? '');
  }

  empty(value: object): object {
    return this.walk(value, this.schema, this.origins, this.filled, (text) =>
      typeof text === 'string' && text.trim() === '' ? undefined : text,
    );
  }

  private walk(
    value: object,
    schema: Schema,
    known: WeakMap<object, object>,
    back: WeakMap<object, object>,
    text: (value: unknown) => unknown,
  ): object {
    const before = known.get(value);
    if (before) return before;
    const result: Record<string, unknown> = { ...value };
    const fields = (schema as ObjectSchema<object>).fields as Record<string, Schema> | undefined;
    for (const [key, field] of Object.entries(fields ?? {})) {
      const part = result[key];
      if (isRecord(part)) result[key] = this.walk(part, field, known, back, text);
      else if (field.type === 'string' && field.spec.optional) {
        const written = text(part);
        if (written === undefined) delete result[key];
        else result[key] = written;
      }
    }
    known.set(value, result);
    back.set(result, value);
    return result;
  }
}

function isRecord(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
