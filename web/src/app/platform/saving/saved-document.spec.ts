import '@angular/compiler';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { problem } from '@nab/contract/problem';
import { object, string } from 'yup';
import { benchDatabase } from './bench-database';
import { SavedDocument, type Versioned } from './saved-document';
import { ServerAway, ServerRefusal } from '../server';

interface Note {
  text: string;
}
const schema = object({ text: string().min(1, 'Write something.').defined() });

/** A document on a server that answers as told. */
function documentOn(send: (change: Versioned<Note>) => Observable<Versioned<Note>>, key = 'note') {
  const sent: Versioned<Note>[] = [];
  const document = new SavedDocument<Note>({
    key,
    schema,
    initial: { version: 1, value: { text: 'first' } },
    send: (change) => {
      sent.push(change);
      return send(change);
    },
    currentOf: (current) => current as Versioned<Note>,
  });
  return { document, sent };
}
const accept = (change: Versioned<Note>): Observable<Versioned<Note>> =>
  of({ version: change.version + 1, value: change.value });
const write = (document: SavedDocument<Note>, text: string): void =>
  document.edit(() => ({ text }));

beforeEach(async () => {
  await benchDatabase.drafts.clear();
});
afterEach(() => vi.restoreAllMocks());

describe('a document that saves itself', () => {
  it('sends once after the typing has paused, against its version', async () => {
    const { document, sent } = documentOn(accept);
    for (const text of ['a', 'ab', 'abc']) write(document, text);
    expect(document.state()).toBe('saving');
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(sent).toEqual([{ version: 1, value: { text: 'abc' } }]);
    write(document, 'abcd');
    await vi.waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.version).toBe(2);
  });

  it('sends what was typed while the request was under way', async () => {
    const answer = new Subject<Versioned<Note>>();
    let first = true;
    const { document, sent } = documentOn((change) => {
      if (!first) return accept(change);
      first = false;
      return answer;
    });
    write(document, 'early');
    await vi.waitFor(() => expect(sent).toHaveLength(1));
    write(document, 'late');
    answer.next({ version: 2, value: { text: 'early' } });
    answer.complete();
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(sent.map((change) => change.value.text)).toEqual(['early', 'late']);
  });

  it('keeps faulty input on screen without sending it', async () => {
    const { document, sent } = documentOn(accept);
    write(document, '');
    expect(document.state()).toBe('invalid');
    expect(document.errorAt('text')).toBe('Write something.');
    expect(document.valid()).toEqual({ text: 'first' });
    await new Promise((resolve) => setTimeout(resolve, 600));
    expect(sent).toEqual([]);
  });

  it('waits for a server that is away and keeps a draft meanwhile', async () => {
    let away = true;
    const { document } = documentOn((change) =>
      away ? throwError(() => new ServerAway('gone')) : accept(change),
    );
    write(document, 'in the tunnel');
    await vi.waitFor(() => expect(document.state()).toBe('waiting'));
    expect((await benchDatabase.drafts.get('note'))?.value).toEqual({ text: 'in the tunnel' });
    away = false;
    await vi.waitFor(() => expect(document.state()).toBe('saved'), { timeout: 6000 });
    expect(await benchDatabase.drafts.get('note')).toBeUndefined();
  });

  it('picks up the draft of an earlier visit', async () => {
    await benchDatabase.drafts.put({ key: 'note', version: 1, value: { text: 'kept' } });
    const { document, sent } = documentOn(accept);
    await document.restoreDraft();
    expect(document.value()).toEqual({ text: 'kept' });
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(sent[0]!.value).toEqual({ text: 'kept' });
  });

  it('shows a draft made from an older version as a conflict', async () => {
    await benchDatabase.drafts.put({ key: 'note', version: 0, value: { text: 'old' } });
    const { document } = documentOn(accept);
    await document.restoreDraft();
    expect(document.state()).toBe('conflict');
    document.resolveWithRemote();
    expect(document.value()).toEqual({ text: 'first' });
    expect(document.state()).toBe('saved');
  });

  it('makes no conflict with itself of an answer that was lost', async () => {
    let lost = true;
    let stored: Versioned<Note> = { version: 1, value: { text: 'first' } };
    const { document } = documentOn((change) => {
      if (change.version < stored.version) {
        const problemNow = problem('STALE_VERSION', { current: stored });
        return throwError(() => new ServerRefusal(problemNow));
      }
      stored = { version: change.version + 1, value: { ...change.value } };
      if (!lost) return of(stored);
      lost = false;
      return throwError(() => new ServerAway('the answer was lost'));
    });
    write(document, 'mine');
    await vi.waitFor(() => expect(document.state()).toBe('waiting'));
    await vi.waitFor(() => expect(document.state()).toBe('saved'), { timeout: 8000 });
    expect(await benchDatabase.drafts.count()).toBe(0);
    write(document, 'mine too');
    await vi.waitFor(() => expect(stored).toEqual({ version: 3, value: { text: 'mine too' } }));
  });

  describe('and has been left while it was being sent', () => {
    /** A server of one note that answers when told; what it has stored. */
    function slowServer() {
      let stored: Versioned<Note> = { version: 1, value: { text: 'first' } };
      const answers: (() => void)[] = [];
      const send = (change: Versioned<Note>): Observable<Versioned<Note>> => {
        const answer = new Subject<Versioned<Note>>();
        if (change.version !== stored.version) {
          const current = { ...stored };
          return throwError(() => new ServerRefusal(problem('STALE_VERSION', { current })));
        }
        stored = { version: change.version + 1, value: { ...change.value } };
        const now = stored;
        answers.push(() => {
          answer.next(now);
          answer.complete();
        });
        return answer;
      };
      return { send, answers, stored: () => stored };
    }
    const reopened = async (server: ReturnType<typeof slowServer>) => {
      const document = new SavedDocument<Note>({
        key: 'note',
        schema,
        initial: server.stored(),
        send: server.send,
        currentOf: (current) => current as Versioned<Note>,
      });
      await document.restoreDraft();
      return document;
    };

    it('sends what was typed meanwhile too', async () => {
      const server = slowServer();
      const { document } = documentOn(server.send);
      write(document, 'A');
      await vi.waitFor(() => expect(server.answers).toHaveLength(1));
      write(document, 'B');
      document.close();
      server.answers[0]!();
      await vi.waitFor(() => expect(server.stored()).toEqual({ version: 3, value: { text: 'B' } }));
      server.answers[1]!();
      await vi.waitFor(async () => expect(await benchDatabase.drafts.count()).toBe(0));
    });

    it('is no conflict with itself when its tab dies before the answer', async () => {
      const server = slowServer();
      const { document } = documentOn(server.send);
      write(document, 'A');
      await vi.waitFor(() => expect(server.answers).toHaveLength(1));
      write(document, 'B');
      await vi.waitFor(async () =>
        expect((await benchDatabase.drafts.get('note'))?.value).toEqual({ text: 'B' }),
      );
      // The answer to A never reaches this browser again.
      const again = await reopened(server);
      expect(again.state()).toBe('saving');
      expect(again.value()).toEqual({ text: 'B' });
      await vi.waitFor(() => expect(server.stored()).toEqual({ version: 3, value: { text: 'B' } }));
      document.close();
      again.close();
    });

    it('is no conflict with itself when the answer was lost and it was typed on', async () => {
      const server = slowServer();
      let away = true;
      const { document } = documentOn((change) => {
        const answer = server.send(change);
        return away ? throwError(() => new ServerAway('the answer was lost')) : answer;
      });
      write(document, 'A');
      await vi.waitFor(() => expect(document.state()).toBe('waiting'));
      away = false;
      write(document, 'B');
      await vi.waitFor(() => expect(server.stored()).toEqual({ version: 3, value: { text: 'B' } }));
      expect(document.state()).not.toBe('conflict');
      document.close();
    });
  });

  it('keeps what is typed during a conflict, and it is a conflict still after a closed lid', async () => {
    const theirs = { version: 7, value: { text: 'theirs' } };
    const stale = () =>
      throwError(() => new ServerRefusal(problem('STALE_VERSION', { current: theirs })));
    const { document, sent } = documentOn(stale);
    write(document, 'mine');
    await vi.waitFor(() => expect(document.state()).toBe('conflict'));
    write(document, 'mine, longer');
    document.close();
    for (const more of ['', ' and longer still']) {
      const again = new SavedDocument<Note>({
        key: 'note',
        schema,
        initial: theirs,
        send: stale,
        currentOf: (current) => current as Versioned<Note>,
      });
      await vi.waitFor(async () =>
        expect((await benchDatabase.drafts.get('note'))?.value).toEqual({ text: 'mine, longer' }),
      );
      await again.restoreDraft();
      expect(again.state()).toBe('conflict');
      expect(again.value()).toEqual({ text: 'mine, longer' });
      if (more) {
        write(again, `mine, longer${more}`);
        again.resolveWithRemote();
        expect(again.value()).toEqual({ text: 'theirs' });
        await vi.waitFor(async () => expect(await benchDatabase.drafts.count()).toBe(0));
      }
      again.close();
    }
    expect(sent).toHaveLength(1);
  });

  it('overwrites a change made elsewhere only when told to', async () => {
    const theirs = { version: 7, value: { text: 'theirs' } };
    const { document, sent } = documentOn((change) =>
      change.version === 7
        ? accept(change)
        : throwError(() => new ServerRefusal(problem('STALE_VERSION', { current: theirs }))),
    );
    write(document, 'mine');
    await vi.waitFor(() => expect(document.state()).toBe('conflict'));
    document.resolveWithLocal();
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(sent.at(-1)).toEqual({ version: 7, value: { text: 'mine' } });
  });

  it('goes back and forth, a burst of typing being one step', async () => {
    const { document } = documentOn(accept);
    for (const text of ['a', 'ab', 'abc']) write(document, text);
    await new Promise((resolve) => setTimeout(resolve, 800));
    write(document, 'x');
    document.undo();
    expect(document.value().text).toBe('abc');
    document.undo();
    expect(document.value().text).toBe('first');
    expect(document.canUndo()).toBe(false);
    document.redo();
    document.redo();
    expect(document.value().text).toBe('x');
    expect(document.canRedo()).toBe(false);
    document.undo();
    write(document, 'y');
    expect(document.canRedo()).toBe(false);
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
  });

  it('takes two fields that were changed at once for two steps', () => {
    const both = object({ text: string().defined(), more: string().defined() });
    const document = new SavedDocument<{ text: string; more: string }>({
      key: 'two',
      schema: both,
      initial: { version: 1, value: { text: 'a', more: 'b' } },
      send: (change) => of({ version: change.version + 1, value: change.value }),
      currentOf: (current) => current as never,
    });
    document.edit((value) => ({ ...value, text: 'x' }));
    document.edit((value) => ({ ...value, more: 'y' }));
    document.undo();
    expect(document.value()).toEqual({ text: 'x', more: 'b' });
  });

  it('says why it was refused', async () => {
    const { document } = documentOn(() =>
      throwError(
        () => new ServerRefusal(problem('LEVEL_IN_USE', { detail: 'Trials hang on it.' })),
      ),
    );
    write(document, 'x');
    await vi.waitFor(() => expect(document.state()).toBe('refused'));
    expect(document.message()).toBe('Trials hang on it.');
  });

  describe('and hears of a newer version', () => {
    const newer = { version: 4, value: { text: 'theirs' } };

    it('takes it over while nothing waits here, and writes against it from then on', async () => {
      const { document, sent } = documentOn(accept);
      document.refresh(newer);
      expect(document.value()).toEqual({ text: 'theirs' });
      expect(document.valid()).toEqual({ text: 'theirs' });
      write(document, 'mine');
      await vi.waitFor(() => expect(sent).toEqual([{ version: 4, value: { text: 'mine' } }]));
    });

    it('leaves what is being typed alone', () => {
      const { document } = documentOn(accept);
      write(document, 'half a wo');
      document.refresh(newer);
      expect(document.value()).toEqual({ text: 'half a wo' });
    });

    it('does not go back to an older one that arrives late', () => {
      const { document } = documentOn(accept);
      document.refresh(newer);
      document.refresh({ version: 3, value: { text: 'late' } });
      expect(document.value()).toEqual({ text: 'theirs' });
    });
  });

  it('sends to the server though this browser keeps nothing', async () => {
    vi.spyOn(benchDatabase.drafts, 'put').mockRejectedValue(new Error('storage is forbidden'));
    vi.spyOn(benchDatabase.drafts, 'delete').mockRejectedValue(new Error('storage is forbidden'));
    const { document, sent } = documentOn(accept);
    write(document, 'no room here');
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(sent).toHaveLength(1);
  });

  it('writes one draft for a drag and not one for each move', async () => {
    const put = vi.spyOn(benchDatabase.drafts, 'put');
    const { document } = documentOn(accept);
    for (let move = 0; move < 50; move += 1) write(document, `at ${move}`);
    await vi.waitFor(() => expect(document.state()).toBe('saved'));
    expect(put).toHaveBeenCalledTimes(1);
  });
});
