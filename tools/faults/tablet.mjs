import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';

const DAY_MS = 86_400_000;

/**
 * A tablet as the server sees it: it makes readings, sends each until it is acknowledged, and only
 * then the next. Everything that can go wrong with it can be done to it.
 */
export class Tablet {
  /** What was acknowledged, by id: how it was sent. */
  acknowledged = new Map();
  /** Answers that must not be: a status by what was sent. */
  wrong = [];
  #going = true;
  #clock = 0;
  #copies = 1;
  #pulledUntil = 0;
  #cut = new AbortController();

  /** @param place the group and level that it reads at: `{ groupId, levelId, seriesId }`. */
  constructor(address, place, random) {
    this.address = address;
    this.place = place;
    this.random = random;
  }

  async run() {
    for (let count = 0; this.#going; count = (count + 1) % 9000) {
      const id = randomUUID();
      const body = this.#reading(count);
      while (!(await this.#send(id, body))) await sleep(20 + 60 * this.random());
      this.acknowledged.set(id, body);
    }
  }

  /** Makes no more readings; what waits is still sent. */
  finish() {
    this.#going = false;
  }

  /** Nothing gets through for a while, and what is on the way may or may not have arrived. */
  pullCable() {
    this.#pulledUntil = Date.now() + 800 * this.random();
    this.#cut.abort();
    this.#cut = new AbortController();
  }

  stepClock() {
    this.#clock = (this.random() - 0.5) * 800 * DAY_MS;
  }

  /** The next reading is sent several times at once: a double tap, or a second tab. */
  double() {
    this.#copies = 2 + Math.floor(2 * this.random());
  }

  /** What arrived long ago is sent again, as it was or altered. */
  async replay() {
    const ids = [...this.acknowledged.keys()];
    const id = ids[Math.floor(ids.length * this.random())];
    if (id === undefined) return;
    const body = this.acknowledged.get(id);
    const altered = this.random() < 0.5;
    const note = altered ? 'altered' : body.note;
    const status = await this.#put(id, { ...body, note });
    // 0: it did not get through, which is no answer.
    if (![0, 503, altered ? 409 : 200].includes(status)) this.wrong.push({ id, altered, status });
  }

  async #send(id, body) {
    if (Date.now() < this.#pulledUntil) return false;
    const copies = Array.from({ length: this.#copies }, () => this.#put(id, body));
    this.#copies = 1;
    const statuses = await Promise.all(copies);
    const other = statuses.find((status) => ![0, 200, 503].includes(status));
    if (other !== undefined) this.wrong.push({ id, status: other });
    return statuses.includes(200);
  }

  async #put(id, body) {
    try {
      const answer = await fetch(`${this.address}/api/readings/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
        signal: AbortSignal.any([this.#cut.signal, AbortSignal.timeout(5000)]),
      });
      await answer.arrayBuffer();
      return answer.status;
    } catch {
      return 0;
    }
  }

  #reading(count) {
    return {
      ...this.place,
      outcome: { kind: 'count', count, parts: null, off: 0, stuck: 0 },
      onTime_s: 4,
      model: null,
      flags: [],
      actor: 'group',
      note: '',
      recordedAt: new Date(Date.now() + this.#clock).toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    };
  }
}
