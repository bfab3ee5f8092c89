import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** One of NG-ZORRO’s selects as Nab names it. */
export class SelectHarness extends ComponentHarness {
  static readonly hostSelector = 'nz-select';
  static readonly at = (label: string): HarnessPredicate<SelectHarness> =>
    new HarnessPredicate(SelectHarness, {}).addOption('label', label, (select) =>
      HarnessPredicate.stringMatches(select.label(), label),
    );

  private readonly box = this.locatorFor('input');
  private readonly selector = this.locatorFor('.ant-select-selector');
  private readonly shown = this.locatorForOptional('nz-select-item');
  private readonly optionItems = this.documentRootLocatorFactory().locatorForAll('nz-option-item');

  async label(): Promise<string | null> {
    return (await this.box()).getAttribute('aria-label');
  }

  async value(): Promise<string> {
    return (await (await this.shown())?.text()) ?? '';
  }

  async isDisabled(): Promise<boolean> {
    return (await this.host()).hasClass('ant-select-disabled');
  }

  /** What can be chosen, as the list shows it. */
  async options(): Promise<string[]> {
    await (await this.selector()).click();
    const names = await Promise.all((await this.optionItems()).map((option) => option.text()));
    await (await this.selector()).click();
    return names;
  }

  /** Opens the list and takes what says this. */
  async choose(text: string): Promise<void> {
    await (await this.selector()).click();
    for (const option of await this.optionItems()) {
      if ((await option.text()) !== text) continue;
      await option.click();
      return;
    }
    throw new Error(`There is no “${text}” to choose.`);
  }
}
