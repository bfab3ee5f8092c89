import { computed, effect, linkedSignal, signal, type Signal } from '@angular/core';
import { check, type FieldError } from '@nab/contract/problem';
import type { Schema } from 'yup';
import { hasFault } from '../../workbench/designs';
import type { Editable } from '../../ui/fields';
import { fileName, saveFile } from '../../platform/files';
import { writeLocal, readLocal } from '../../platform/local-storage';

/** The document of a station: checked by its schema, remembered by this browser, kept as a file. */
export class Station<T extends { readonly name: string }> implements Editable<T> {
  readonly value;
  readonly errors: Signal<readonly FieldError[]>;
  /** The last value without faults. */
  readonly valid: Signal<T>;
  /** What is wrong with a file that was opened, as sentences. */
  readonly faults = signal<readonly string[]>([]);

  /** @param key under which it is remembered. @param fresh what it begins with. */
  constructor(
    key: string,
    private readonly schema: Schema<T>,
    private readonly fresh: () => T,
  ) {
    this.value = signal<T>(this.read(readLocal(key))?.value ?? fresh());
    this.errors = computed(() => {
      const checked = check(this.schema, this.value());
      return checked.ok ? [] : checked.errors;
    });
    this.valid = linkedSignal<T, T>({
      source: this.value,
      computation: (value, before) =>
        this.errors().length === 0 ? value : (before?.value ?? fresh()),
    });
    effect(() => writeLocal(key, JSON.stringify(this.value())));
  }

  /** Whether something that is typed cannot be built. */
  readonly stale = computed(() => this.errors().length > 0);
  readonly nameFault = computed(
    () => this.errors().find(({ path }) => path === 'name')?.message ?? null,
  );

  /** Whether something typed in one of its parts has to be corrected. */
  faulty(...parts: readonly (keyof T & string)[]): boolean {
    return hasFault(this, ...parts);
  }

  rename(name: string): void {
    this.edit((value) => ({ ...value, name }));
  }

  edit(change: (value: T) => T): void {
    this.value.update(change);
  }

  startAgain(): void {
    this.faults.set([]);
    this.value.set(this.fresh());
  }

  save(): void {
    const value = this.valid();
    const text = `${JSON.stringify(value, null, 2)}\n`;
    saveFile(`${fileName(value.name)}.json`, new Blob([text], { type: 'application/json' }));
  }

  async open(file: File): Promise<void> {
    const opened = this.read(await file.text());
    this.faults.set(opened?.faults ?? []);
    if (opened?.value) this.value.set(opened.value);
  }

  private read(text: string | null): { value: T | null; faults: string[] } | null {
    if (text === null) return null;
    let parsed: unknown;
    try {
      parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
    } catch {
      return { value: null, faults: ['The file is not JSON, so it cannot be one of Nab’s.'] };
    }
    const checked = check(this.schema, parsed, 'file');
    if (checked.ok) return { value: checked.value, faults: [] };
    return {
      value: null,
      faults: checked.errors.map(({ path, message }) => (path ? `${path}: ${message}` : message)),
    };
  }
}
