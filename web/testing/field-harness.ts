import {
  ComponentHarness,
  HarnessPredicate,
  TestKey,
  type ComponentHarnessConstructor,
  type TestElement,
} from '@angular/cdk/testing';

import { SelectHarness } from './select-harness';

/** What every field of Nab's shows: a label, a box, and a note that is a hint or a fault. */
abstract class FieldHarness extends ComponentHarness {
  private readonly labelElement = this.locatorFor('label');
  private readonly note = this.locatorFor('.nab-hint, .nab-error');
  protected abstract readonly box: () => Promise<TestElement>;

  async label(): Promise<string> {
    return (await this.labelElement()).text();
  }

  /** The sentence under the field. */
  async noteText(): Promise<string> {
    return (await this.note()).text();
  }

  /** The fault, or null when nothing is wrong. */
  async fault(): Promise<string | null> {
    const invalid = (await (await this.box()).getAttribute('aria-invalid')) === 'true';
    return invalid ? this.noteText() : null;
  }

  async value(): Promise<string> {
    return (await this.box()).getProperty<string>('value');
  }
}

/** One that is typed into. */
abstract class TypedHarness extends FieldHarness {
  protected readonly box = this.locatorFor('input');

  async type(text: string): Promise<void> {
    await (await this.box()).setInputValue(text);
    await (await this.box()).dispatchEvent('input');
  }

  async leave(): Promise<void> {
    await (await this.box()).blur();
  }

  async press(key: 'ArrowUp' | 'ArrowDown'): Promise<void> {
    await (await this.box()).sendKeys(key === 'ArrowUp' ? TestKey.UP_ARROW : TestKey.DOWN_ARROW);
  }
}

/** The field of a kind that bears a label. */
function labelled<T extends FieldHarness>(
  kind: ComponentHarnessConstructor<T>,
  label: string,
): HarnessPredicate<T> {
  return new HarnessPredicate(kind, {}).addOption('label', label, (field) =>
    HarnessPredicate.stringMatches(field.label(), label),
  );
}

export class QuantityHarness extends TypedHarness {
  static readonly hostSelector = 'nab-quantity';
  static readonly at = (label: string): HarnessPredicate<QuantityHarness> =>
    labelled(QuantityHarness, label);
}

export class NumberHarness extends TypedHarness {
  static readonly hostSelector = 'nab-number';
  static readonly at = (label: string): HarnessPredicate<NumberHarness> =>
    labelled(NumberHarness, label);
}

export class TextHarness extends TypedHarness {
  static readonly hostSelector = 'nab-text';
  static readonly at = (label: string): HarnessPredicate<TextHarness> =>
    labelled(TextHarness, label);
}

export class ChoiceHarness extends FieldHarness {
  static readonly hostSelector = 'nab-choice';
  static readonly at = (label: string): HarnessPredicate<ChoiceHarness> =>
    labelled(ChoiceHarness, label);
  protected readonly box = this.locatorFor('input');
  private readonly list = this.locatorFor(SelectHarness);

  override async value(): Promise<string> {
    return (await this.list()).value();
  }

  async options(): Promise<string[]> {
    return (await this.list()).options();
  }

  async choose(text: string): Promise<void> {
    await (await this.list()).choose(text);
  }
}
