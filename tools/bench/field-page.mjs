// From the click on “See its field” to pictures of finite elements, with the machine idle and busy.
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';

/** How long somebody looks at the magnet first, ms. */
const LOOKED = 8000;
const TIMES = 5;

export async function benchFieldPage(address, id, launchBrowser) {
  for (const busy of [false, true]) {
    const others = busy
      ? Array.from({ length: availableParallelism() }, () =>
          spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }),
        )
      : [];
    try {
      const times = [];
      for (let i = 0; i < TIMES; i++) times.push(await fromClick(address, id, launchBrowser));
      times.sort((p, q) => p - q);
      const what = `Click to the field${busy ? ', every core busy' : ''}`;
      console.log(
        `${what.padEnd(44)} median ${times[TIMES >> 1].toFixed(0)} ms, worst of ${TIMES} ${times[TIMES - 1].toFixed(0)} ms`,
      );
    } finally {
      for (const one of others) one.kill();
    }
  }
}

/** In a browser that has seen nothing yet; until the frame after the pictures is drawn, ms. */
async function fromClick(address, id, launchBrowser) {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/investigations/${id}/magnet`);
    await page.getByRole('link', { name: 'See its field' }).waitFor();
    await page.waitForTimeout(LOOKED);
    return await page.evaluate(
      () =>
        new Promise((resolve) => {
          const start = performance.now();
          const look = () => {
            const drawn = document.querySelectorAll('nab-field-picture').length === 2;
            const said = document.querySelector('nab-field')?.textContent ?? '';
            if (drawn && said.includes('Finite elements:')) {
              requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - start)));
            } else requestAnimationFrame(look);
          };
          [...document.querySelectorAll('a')]
            .find((link) => link.textContent.includes('See its field'))
            .click();
          look();
        }),
    );
  } finally {
    await browser.close();
  }
}
