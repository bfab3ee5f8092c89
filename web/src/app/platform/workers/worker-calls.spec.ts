import { expose } from 'comlink';
import { afterEach, describe, expect, it } from 'vitest';
import { WorkerCalls } from './worker-calls';

/** What the work is asked, and answers when it is told to. */
class Work {
  readonly answers = new Map<string, (text: string) => void>();
  ask = (question: string): Promise<string> =>
    new Promise((resolve) => this.answers.set(question, resolve));
}

const open: MessagePort[] = [];
const made: { work: Work; terminated: boolean }[] = [];

/** In place of a worker: the same messages, in this thread. */
function makeWorker(): Worker {
  const { port1, port2 } = new MessageChannel();
  const own = { work: new Work(), terminated: false };
  made.push(own);
  open.push(port1, port2);
  expose(own.work, port2);
  port2.start();
  port1.start();
  return Object.assign(port1, {
    terminate: () => {
      own.terminated = true;
      port2.close();
    },
  }) as unknown as Worker;
}

afterEach(() => {
  for (const port of open.splice(0)) port.close();
  made.length = 0;
});

const asked = async (worker: number, question: string): Promise<void> => {
  while (!made[worker]?.work.answers.has(question)) await new Promise((go) => setTimeout(go, 5));
};

describe('calls to a worker', () => {
  it('share one worker, and leave it there when all are answered', async () => {
    const calls = new WorkerCalls<Work>(makeWorker);
    const heard: string[] = [];
    const running = ['a', 'b'].map((one) =>
      calls.call((api) => api.ask(one)).subscribe((answer) => heard.push(answer)),
    );
    await asked(0, 'b');
    made[0]!.work.answers.get('b')!('B');
    made[0]!.work.answers.get('a')!('A');
    while (heard.length < 2) await new Promise((go) => setTimeout(go, 5));
    for (const one of running) one.unsubscribe();
    expect(heard.sort()).toEqual(['A', 'B']);
    expect(made).toMatchObject([{ terminated: false }]);
  });

  it('end it when one is given up, and ask the others of another worker', async () => {
    const calls = new WorkerCalls<Work>(makeWorker);
    const heard: string[] = [];
    const hear = (question: string) =>
      calls.call((api) => api.ask(question)).subscribe((answer) => heard.push(answer));
    const first = hear('first');
    hear('second');
    await asked(0, 'second');
    first.unsubscribe();
    hear('third');
    await asked(1, 'third');
    expect([...made[1]!.work.answers.keys()]).toEqual(['third', 'second']);
    expect(made).toMatchObject([{ terminated: true }, { terminated: false }]);
    for (const [question, answer] of made[1]!.work.answers) answer(question.toUpperCase());
    while (heard.length < 2) await new Promise((go) => setTimeout(go, 5));
    expect(heard).toEqual(['THIRD', 'SECOND']);
  });

  it('let a short computation run to its end, and ask the same worker', async () => {
    const calls = new WorkerCalls<Work>(makeWorker, 60_000);
    const heard: string[] = [];
    const first = calls.call((api) => api.ask('first')).subscribe((answer) => heard.push(answer));
    await asked(0, 'first');
    first.unsubscribe();
    const second = calls.call((api) => api.ask('second')).subscribe((answer) => heard.push(answer));
    await asked(0, 'second');
    made[0]!.work.answers.get('first')!('FIRST');
    made[0]!.work.answers.get('second')!('SECOND');
    while (heard.length < 1) await new Promise((go) => setTimeout(go, 5));
    second.unsubscribe();
    expect(heard).toEqual(['SECOND']);
    expect(made).toMatchObject([{ terminated: false }]);
  });

  it('end it when what was given up computes on after the grace', async () => {
    const calls = new WorkerCalls<Work>(makeWorker, 1);
    const heard: string[] = [];
    const first = calls.call((api) => api.ask('first')).subscribe();
    calls.call((api) => api.ask('second')).subscribe((answer) => heard.push(answer));
    await asked(0, 'second');
    first.unsubscribe();
    await asked(1, 'second');
    made[1]!.work.answers.get('second')!('SECOND');
    while (heard.length < 1) await new Promise((go) => setTimeout(go, 5));
    expect(heard).toEqual(['SECOND']);
    expect(made).toMatchObject([{ terminated: true }, { terminated: false }]);
    expect([...made[1]!.work.answers.keys()]).toEqual(['second']);
  });

  it('ask nobody again when all are ended', async () => {
    const calls = new WorkerCalls<Work>(makeWorker);
    const running = ['a', 'b'].map((one) => calls.call((api) => api.ask(one)).subscribe());
    await asked(0, 'b');
    calls.end();
    for (const one of running) one.unsubscribe();
    expect(made).toMatchObject([{ terminated: true }]);
  });
});
