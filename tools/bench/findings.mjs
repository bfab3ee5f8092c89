// The page of findings with thousands of readings: until it is ready, and until its chart is drawn anew.
import { randomUUID } from 'node:crypto';

const GROUPS = 6;
const LEVELS = [10, 20, 30, 40, 50, 60, 80, 100];
const READINGS = 20_000;
const AT_ONCE = 5000;
/** Presses of which the times are taken. */
const TIMES = 30;

const send = async (address, path, body) => {
  const answer = await fetch(`${address}/api${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  return answer.json();
};

/**
 * An investigation with so many readings: counts, or loads by weights of 100 g, between what was held
 * and what dropped.
 * @param {string} like id of an investigation that has the magnet.
 */
async function withReadings(address, like, measure) {
  const { plan, design } = await (await fetch(`${address}/api/investigations/${like}`)).json();
  const made = {
    ...plan,
    title: `Twenty thousand readings: ${measure}`,
    measure,
    class: { id: randomUUID(), name: 'Twenty thousand' },
    levels: LEVELS.map((turns) => ({ id: randomUUID(), value: `${turns} turns` })),
    groups: Array.from({ length: GROUPS }, (_, i) => ({
      id: randomUUID(),
      name: `Table ${i + 1}`,
    })),
  };
  const id = randomUUID();
  await send(address, '/investigations', {
    id,
    plan: made,
    design: design.design,
    actor: 'rehearsal',
  });
  const outcomeOf = (turns) => {
    const value = 0.3 * turns * (0.6 + 0.8 * Math.random());
    const weights = Math.round(10 * value) / 10;
    return measure === 'load-held'
      ? { kind: 'interval', held: weights, dropped: weights + 0.1, typed: `${weights} kg` }
      : { kind: 'count', count: Math.round(value), parts: null, off: 0, stuck: 0 };
  };
  for (let done = 0; done < READINGS; done += AT_ONCE) {
    const { version } = await (await fetch(`${address}/api/investigations/${id}`)).json();
    const readings = Array.from({ length: AT_ONCE }, (_, k) => {
      const i = done + k;
      const level = i % LEVELS.length;
      return {
        id: randomUUID(),
        reading: {
          groupId: made.groups[Math.floor(i / LEVELS.length) % GROUPS].id,
          levelId: made.levels[level].id,
          seriesId: null,
          outcome: outcomeOf(LEVELS[level]),
          onTime_s: 4,
          model: null,
          flags: [],
          actor: 'educator',
          note: '',
          recordedAt: new Date(Date.UTC(2026, 4, 4) + 1000 * i).toISOString(),
          corrects: null,
          reason: null,
          withdrawn: false,
        },
      };
    });
    await send(address, `/investigations/${id}/readings`, {
      version,
      plan: null,
      readings,
    });
  }
  return id;
}

/** Prints both: of a class as it is, of as many counts, and of as many loads. */
export async function benchFindings(address, like, launchBrowser) {
  await benchOne(address, like, 'a class', launchBrowser);
  for (const [measure, what] of [
    ['objects-one-end', 'counts'],
    ['load-held', 'loads'],
  ]) {
    const id = await withReadings(address, like, measure);
    await benchOne(address, id, `${READINGS} ${what}`, launchBrowser);
  }
}

async function benchOne(address, id, what, launchBrowser) {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      const look = () => {
        // After the frame that is being made now, with it, is painted.
        const tell = (what) => setTimeout(() => (globalThis[what] ??= performance.now()));
        if (document.querySelector('nab-trial-chart [data-marks]')) tell('chartShown');
        if (document.querySelector('#by-group')) tell('allShown');
        else requestAnimationFrame(look);
      };
      look();
    });
    const shown = [];
    const ready = [];
    for (let i = 0; i < 5; i++) {
      await page.goto('about:blank');
      await page.goto(`${address}/investigations/${id}/findings`);
      await page.waitForFunction(() => globalThis.allShown !== undefined, null, {
        timeout: 60_000,
      });
      shown.push(await page.evaluate(() => globalThis.chartShown));
      ready.push(await page.evaluate(() => globalThis.allShown));
    }
    const redraws = await page.evaluate(async (times) => {
      const of = (text) =>
        [...document.querySelectorAll('[aria-label="Bars at the means"] label')].find(
          (label) => label.textContent.trim() === text,
        );
      const samples = [];
      for (let i = 0; i < times; i++) {
        const start = performance.now();
        of(i % 2 === 0 ? 'SD' : 'SE').click();
        await new Promise((resolve) => {
          requestAnimationFrame(() => setTimeout(resolve));
        });
        samples.push(performance.now() - start);
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      return samples;
    }, TIMES);
    say(`Findings of ${what}: trials drawn`, shown.slice(1));
    say(`Findings of ${what}: all of it`, ready.slice(1));
    say(`Findings of ${what}: chart drawn anew`, redraws);
  } finally {
    await browser.close();
  }
}

function say(what, samples) {
  const sorted = [...samples].sort((p, q) => p - q);
  const at = (share) => sorted[Math.floor(share * (sorted.length - 1))].toFixed(0);
  console.log(`${what.padEnd(44)} median ${at(0.5)} ms, 95 % ${at(0.95)} ms`);
}
