import { computed, signal, type Signal } from '@angular/core';
import { check, type FieldError } from '@nab/contract/problem';
import {
  debounceTime,
  EMPTY,
  firstValueFrom,
  fromEvent,
  merge,
  Subject,
  type Observable,
  type Subscription,
} from 'rxjs';
import type { Schema } from 'yup';
import { benchStore } from './bench-store';
import { isOwn, sameJson } from './same-json';
import { holdOpen } from './open-documents';
import { ServerAway, ServerRefusal } from '../server';

export type SaveState = 'saved' | 'saving' | 'waiting' | 'invalid' | 'conflict' | 'refused';

/** What the place that shows the state of saving needs of a document, whatever is in it. */
export interface SaveProgress {
  readonly state: Signal<SaveState>;
  readonly message: Signal<string>;
  resolveWithLocal(): void;
  resolveWithRemote(): void;
}

export interface Versioned<T> {
  readonly version: number;
  readonly value: T;
}

/** How a document reaches the server. */
export interface SavedDocumentOptions<T> {
  /** Names the draft in this browser. */
  readonly key: string;
  readonly schema: Schema<T>;
  readonly initial: Versioned<T>;
  readonly send: (change: Versioned<T>) => Observable<Versioned<T>>;
  /** Reads what is stored out of a STALE_VERSION problem. */
  readonly currentOf: (current: unknown) => Versioned<T>;
}

const QUIET_MS = 400;
/** A hand that drags writes its draft when it rests, and not for each move of the pointer. */
const DRAFT_MS = 150;
const RETRY_MS = 3000;
const STEP_MS = 700;
const MOST_STEPS = 100;
/** More that were sent against one version without an answer are not remembered. */
const MOST_SENT = 20;

/**
 * A document that saves itself: edits show at once, are kept in this browser, and go to the server
 * after a short quiet against the version they were made from. Faulty input is kept but not sent; a
 * change made elsewhere is never overwritten but shown as a conflict.
 */
export class SavedDocument<T extends object> implements SaveProgress {
  private readonly valueSignal: ReturnType<typeof signal<T>>;
  private readonly validSignal: ReturnType<typeof signal<T>>;
  private readonly stateSignal = signal<SaveState>('saved');
  private readonly messageSignal = signal('');
  private readonly edits = new Subject<void>();
  private readonly subscription: Subscription;
  private readonly past = signal<readonly T[]>([]);
  private readonly future = signal<readonly T[]>([]);
  private lastEdit = 0;
  private lastTouched = '';
  private version: number;
  private remoteVersion: Versioned<T> | null = null;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  private closed = false;
  private readonly release: () => void;
  /** What was sent against `version`, of which any may have been stored although no answer came. */
  private sent: readonly T[] = [];
  /** Whether the newest value is not yet in this browser's database. */
  private hasUnsavedDraft = false;

  /** What is on screen, faults and all. */
  readonly value: Signal<T>;
  /** The last value without faults: what can be computed with. */
  readonly valid: Signal<T>;
  readonly state = this.stateSignal.asReadonly();
  /** Why it is refused, in words. */
  readonly message = this.messageSignal.asReadonly();
  readonly errors: Signal<readonly FieldError[]>;

  constructor(private readonly options: SavedDocumentOptions<T>) {
    const { schema, initial } = options;
    this.release = holdOpen(options.key);
    this.version = initial.version;
    this.valueSignal = signal(initial.value);
    this.validSignal = signal(initial.value);
    this.value = this.valueSignal.asReadonly();
    this.valid = this.validSignal.asReadonly();
    this.errors = computed(() => {
      const checked = check(schema, this.valueSignal());
      return checked.ok ? [] : checked.errors;
    });
    this.subscription = this.edits.pipe(debounceTime(QUIET_MS)).subscribe(() => void this.save());
    this.subscription.add(
      merge(this.edits.pipe(debounceTime(DRAFT_MS)), pageLeft()).subscribe(() => this.keepDraft()),
    );
  }

  /** Message next to a field, or null. */
  errorAt(path: string): string | null {
    return this.errors().find((error) => error.path === path)?.message ?? null;
  }

  /** What a step back or forth would bring back; undefined when there is none. */
  /** The version that is stored. */
  get stored(): number {
    return this.version;
  }

  readonly previous = computed(() => this.past().at(-1));
  readonly next = computed(() => this.future().at(-1));
  readonly canUndo = computed(() => this.previous() !== undefined);
  readonly canRedo = computed(() => this.next() !== undefined);

  edit(change: (value: T) => T): void {
    const before = this.valueSignal();
    const next = change(before);
    const now = Date.now();
    const touched = changedPaths(before, next).join(' ');
    // A burst of keys in one field, or a drag, is one step back and not a hundred.
    const sameBurst = touched === this.lastTouched && now - this.lastEdit < STEP_MS;
    if (!sameBurst) this.past.update((past) => [...past.slice(1 - MOST_STEPS), before]);
    this.lastEdit = now;
    this.lastTouched = touched;
    this.future.set([]);
    this.show(next);
  }

  undo(): void {
    const before = this.past().at(-1);
    if (before === undefined) return;
    this.past.update((past) => past.slice(0, -1));
    this.future.update((future) => [...future, this.valueSignal()]);
    this.lastEdit = 0;
    this.show(before);
  }

  redo(): void {
    const after = this.future().at(-1);
    if (after === undefined) return;
    this.future.update((future) => future.slice(0, -1));
    this.past.update((past) => [...past, this.valueSignal()]);
    this.lastEdit = 0;
    this.show(after);
  }

  /** Puts a value on screen, keeps it as a draft and lets it be sent after the quiet. */
  private show(next: T): void {
    this.valueSignal.set(next);
    if (this.errors().length === 0) this.validSignal.set(next);
    // A conflict stays one until somebody decides; what is typed meanwhile is kept all the same.
    if (this.stateSignal() !== 'conflict') {
      this.stateSignal.set(this.errors().length > 0 ? 'invalid' : 'saving');
    }
    this.hasUnsavedDraft = true;
    this.edits.next();
  }

  /** Writes what is on screen to this browser's own database, unless it is there already. */
  private keepDraft(): void {
    if (!this.hasUnsavedDraft) return;
    this.hasUnsavedDraft = false;
    const { key } = this.options;
    const draft = { key, version: this.version, value: this.valueSignal(), sent: this.sent };
    // A browser that keeps nothing still sends to the server.
    benchStore()
      .then(({ drafts }) => drafts.put(draft))
      .catch(() => undefined);
  }

  /** From now on changes are made against this version. */
  private moveTo(version: number): void {
    this.version = version;
    this.sent = [];
  }

  private async dropDraft(): Promise<void> {
    this.hasUnsavedDraft = false;
    await benchStore()
      .then(({ drafts }) => drafts.delete(this.options.key))
      .catch(() => undefined);
  }

  /**
   * Takes over what the server has now, if it is newer and nothing here waits to be sent; a change
   * that does wait meets the newer version as a conflict when it is sent.
   */
  refresh(stored: Versioned<T>): void {
    if (stored.version <= this.version || this.stateSignal() !== 'saved' || this.sending) return;
    this.moveTo(stored.version);
    this.valueSignal.set(stored.value);
    this.validSignal.set(stored.value);
  }

  /** Picks up a draft that this browser kept from an earlier visit. */
  async restoreDraft(): Promise<void> {
    const draft = await benchStore()
      .then(({ drafts }) => drafts.get(this.options.key))
      .catch(() => undefined);
    if (!draft || this.stateSignal() !== 'saved') return;
    if (sameJson(draft.value, this.valueSignal())) {
      await this.dropDraft();
      return;
    }
    if (draft.version !== this.version && !isOwn(this.valueSignal(), draft)) {
      // The server moved on: show the kept change as a conflict instead of losing either. What is
      // typed after that is still a change of the version the draft was made from.
      this.remoteVersion = { version: this.version, value: this.valueSignal() };
      this.version = draft.version;
      this.valueSignal.set(draft.value as T);
      this.stateSignal.set('conflict');
      return;
    }
    this.show(draft.value as T);
  }

  /** Ends a conflict by sending what is on screen on top of what is stored. */
  resolveWithLocal(): void {
    if (!this.remoteVersion) return;
    this.moveTo(this.remoteVersion.version);
    this.remoteVersion = null;
    this.stateSignal.set('saved');
    this.show(this.valueSignal());
  }

  /** Ends a conflict by dropping what is on screen. */
  resolveWithRemote(): void {
    if (!this.remoteVersion) return;
    this.moveTo(this.remoteVersion.version);
    this.valueSignal.set(this.remoteVersion.value);
    this.validSignal.set(this.remoteVersion.value);
    this.remoteVersion = null;
    this.stateSignal.set('saved');
    void this.dropDraft();
  }

  close(): void {
    this.release();
    this.keepDraft();
    this.closed = true;
    this.subscription.unsubscribe();
    clearTimeout(this.retryTimer);
    // Leaving the page within the quiet time must not leave the change behind.
    if (this.stateSignal() === 'saving') void this.save();
  }

  private async save(): Promise<void> {
    clearTimeout(this.retryTimer);
    if (this.sending || this.stateSignal() === 'conflict' || this.errors().length > 0) return;
    const value = this.valueSignal();
    this.sending = true;
    if (!isOwn(value, { sent: this.sent })) {
      this.sent = [...this.sent.slice(1 - MOST_SENT), value];
    }
    try {
      const stored = await firstValueFrom(this.options.send({ version: this.version, value }));
      this.moveTo(stored.version);
      this.messageSignal.set('');
      if (this.valueSignal() === value) {
        this.stateSignal.set('saved');
        await this.dropDraft();
      }
    } catch (error) {
      await this.settle(error);
    } finally {
      this.sending = false;
    }
    if (this.stateSignal() !== 'saving') return;
    // Typed on while the request was under way, or sent on top of what turned out to be one's own.
    this.hasUnsavedDraft = true;
    this.keepDraft();
    if (this.closed) void this.save();
    else this.edits.next();
  }

  private async settle(error: unknown): Promise<void> {
    if (error instanceof ServerAway) {
      this.stateSignal.set('waiting');
      // Once the page is closed, the draft courier sends it.
      if (!this.closed) this.retryTimer = setTimeout(() => void this.save(), RETRY_MS);
      return;
    }
    if (!(error instanceof ServerRefusal)) throw error;
    this.messageSignal.set(error.message);
    if (error.problem.code === 'STALE_VERSION') {
      const theirs = this.options.currentOf(error.problem.current);
      if (isOwn(theirs.value, { sent: this.sent })) {
        // An answer was lost and not the change: what is stored was sent from here.
        this.moveTo(theirs.version);
        this.messageSignal.set('');
        if (sameJson(theirs.value, this.valueSignal())) {
          this.stateSignal.set('saved');
          await this.dropDraft();
        } else {
          this.stateSignal.set('saving');
        }
        return;
      }
      this.remoteVersion = theirs;
      this.stateSignal.set('conflict');
    } else {
      this.stateSignal.set('refused');
    }
  }
}

/** The lid is closed or the page left: the last moment to keep anything. */
function pageLeft(): Observable<unknown> {
  return typeof window === 'undefined' ? EMPTY : fromEvent(window, 'pagehide');
}

/** Paths in which two documents differ, one level deep, such as `winding.turns`. */
export function changedPaths(before: object, after: object): string[] {
  const differing = (a: object, b: object): string[] =>
    [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
      (key) => a[key as keyof typeof a] !== b[key as keyof typeof b],
    );
  return differing(before, after).flatMap((key) => {
    const [a, b] = [
      before[key as keyof typeof before],
      after[key as keyof typeof after],
    ] as unknown[];
    const isRecord = (x: unknown): x is object =>
      typeof x === 'object' && x !== null && !Array.isArray(x);
    return isRecord(a) && isRecord(b) ? differing(a, b).map((inner) => `${key}.${inner}`) : [key];
  });
}
