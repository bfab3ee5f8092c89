/** A screen that hears what changes in a lesson, until it leaves. */
export class Screen {
  heard = new Set();
  #leaving = new AbortController();

  /**
   * @param cookie null where nobody is asked who they are.
   * @param told called with the id of each reading that it hears of.
   */
  constructor(address, lesson, cookie, told = (id) => this.heard.add(id)) {
    this.opened = new Promise((resolve) => {
      const url = `${address}/api/investigations/${lesson}/events`;
      void this.#listen(url, cookie, resolve, told).catch(resolve);
    });
  }

  leave() {
    this.#leaving.abort();
  }

  async #listen(url, cookie, opened, told) {
    const { signal } = this.#leaving;
    const headers = cookie === null ? {} : { cookie, 'sec-fetch-site': 'same-origin' };
    const answer = await fetch(url, { signal, headers });
    const decoder = new TextDecoder();
    let text = '';
    for await (const chunk of answer.body) {
      opened();
      text += decoder.decode(chunk, { stream: true });
      const parts = text.split('\n\n');
      text = parts.pop();
      for (const part of parts) {
        const reading = /^event: reading\ndata: (.*)$/m.exec(part);
        if (reading) told(JSON.parse(reading[1]).id);
      }
    }
  }
}
