import { randomUUID } from 'node:crypto';

/** The educator, and what tablets ask. */
export class School {
  #cookie = null;
  #clients = 0;
  #plan = null;

  constructor(address) {
    this.address = address;
  }

  async signIn(passPhrase) {
    const { cookie } = await this.#ask(null, 'POST', '/api/session', { passPhrase });
    this.#cookie = cookie;
    const { body: list } = await this.#ask(this.#cookie, 'GET', '/api/investigations');
    const { id } = list.find((item) => item.measure === 'objects-one-end');
    this.#plan = (await this.#ask(this.#cookie, 'GET', `/api/investigations/${id}`)).body;
  }

  /** A lesson like one of the demo’s, with so many groups. */
  async newLesson(groups) {
    const { plan, design } = this.#plan;
    const level = ({ value }) => ({ id: randomUUID(), value });
    const copy = {
      ...plan,
      class: { id: randomUUID(), name: 'Soak' },
      groups: Array.from({ length: groups }, (_, i) => ({
        id: randomUUID(),
        name: `Group ${i + 1}`,
      })),
      levels: plan.levels.map(level),
      series: plan.series && { ...plan.series, levels: plan.series.levels.map(level) },
    };
    const { status, body } = await this.#ask(this.#cookie, 'POST', '/api/investigations', {
      id: randomUUID(),
      plan: copy,
      design: design.design,
      actor: 'educator',
    });
    if (status !== 201)
      throw new Error(`The lesson was not made: ${status} ${JSON.stringify(body)}`);
    const room = { paused: false, message: '', ended: false, begun: true, ranked: false };
    await this.#ask(this.#cookie, 'PUT', `/api/investigations/${body.id}/room`, room);
    return body;
  }

  async join({ id }, groupId) {
    const { body } = await this.#ask(this.#cookie, 'GET', `/api/investigations/${id}/room`);
    const { status, cookie } = await this.#ask(null, 'POST', '/api/join', {
      code: body.code,
      groupId,
    });
    if (status !== 200) throw new Error(`Joining was answered with ${status}.`);
    return cookie;
  }

  async read({ plan }, groupId, id, cookie) {
    const any = (list) => list[Math.floor(Math.random() * list.length)];
    const { status } = await this.#ask(cookie, 'PUT', `/api/readings/${id}`, {
      groupId,
      levelId: any(plan.levels).id,
      seriesId: plan.series ? any(plan.series.levels).id : null,
      outcome: { kind: 'count', count: 3, parts: null, off: 0, stuck: 0 },
      onTime_s: 4,
      model: null,
      flags: [],
      actor: 'group',
      note: '',
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    });
    return status;
  }

  async stored({ id }) {
    const { body } = await this.#ask(this.#cookie, 'GET', `/api/investigations/${id}`);
    return new Set(body.readings.map((reading) => reading.id));
  }

  async #ask(cookie, method, path, body) {
    const client = this.#clients++;
    const answer = await fetch(this.address + path, {
      method,
      headers: {
        ...(cookie !== null && { cookie }),
        ...(body && { 'content-type': 'application/json' }),
        'sec-fetch-site': 'same-origin',
        'x-forwarded-for': `10.3.${(client >> 8) & 255}.${client & 255}`,
      },
      ...(body && { body: JSON.stringify(body) }),
    });
    const text = await answer.text();
    return {
      status: answer.status,
      body: text === '' ? null : JSON.parse(text),
      cookie: answer.headers.getSetCookie()[0]?.split(';')[0] ?? null,
    };
  }
}
