/** A screen that hears what changes in a lesson, until it leaves. */
export class Screen {
  heard = new Set();
  #leaving = new AbortController();

  constructor(address, lesson, cookie) {
    this.opened = new Promise((resolve) => {
      void this.#listen(`${address}/api/investigations/${lesson}/events`, cookie, resolve).catch(
        resolve,
      );
    });
  }

  leave() {
    this.#leaving.abort();
  }

  async #listen(url, cookie, opened) {
    const { signal } = this.#leaving;
    const answer = await fetch(url, {
      signal,
      headers: { cookie, 'sec-fetch-site': 'same-origin' },
    });
    const decoder = new TextDecoder();
    let text = '';
    for await (const chunk of answer.body) {
      opened();
      text += decoder.decode(chunk, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop();
      for (const part of parts) {
        const reading = /^event: reading\ndata: (.*)$/m.exec(part);
        if (reading) this.heard.add(JSON.parse(reading[1]).id);
      }
    }
  }
}
