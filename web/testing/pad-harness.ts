import { ComponentHarness } from '@angular/cdk/testing';

/** A pad of the bench: boxes by their label, buttons by what they say. */
export class PadHarness extends ComponentHarness {
  static readonly hostSelector = 'nab-outcome-pad, nab-guess-pad';
  private readonly labels = this.locatorForAll('label');
  private readonly buttons = this.locatorForAll('button');
  private readonly faultTexts = this.locatorForAll('.nab-error');

  async labelTexts(): Promise<string[]> {
    return Promise.all((await this.labels()).map((label) => label.text()));
  }

  async type(label: string, text: string): Promise<void> {
    for (const element of await this.labels()) {
      if ((await element.text()) !== label) continue;
      const id = await element.getAttribute('for');
      const box = await this.locatorFor(`[id="${id}"]`)();
      await box.setInputValue(text);
      await box.dispatchEvent('input');
      return;
    }
    throw new Error(`There is no box “${label}”.`);
  }

  async press(name: string): Promise<void> {
    for (const button of await this.buttons()) {
      const said = (await button.getAttribute('aria-label')) ?? (await button.text());
      if (said === name) return button.click();
    }
    throw new Error(`There is no button “${name}”.`);
  }

  async faults(): Promise<string[]> {
    const texts = await Promise.all((await this.faultTexts()).map((fault) => fault.text()));
    return texts.filter((text) => text !== '');
  }
}
