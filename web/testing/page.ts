import { type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';

/** A component on screen, asked for what it says. */
export async function pageOf(
  component: Type<unknown>,
  inputs: Readonly<Record<string, unknown>> = {},
) {
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  const plain = (element: Element): string => element.textContent!.replace(/\s+/g, ' ').trim();
  const texts = (selector: string): string[] => [...host.querySelectorAll(selector)].map(plain);
  return {
    host,
    /** A component within it. */
    part: <T>(of: Type<T>): T =>
      fixture.debugElement.query(By.directive(of)).componentInstance as T,
    texts,
    /** Until all has been drawn that something else than a button has set off. */
    settle: (): Promise<unknown> => fixture.whenStable(),
    /** Cells of the rows of the table under a heading. */
    rowsUnder: (heading: string): string[][] => {
      const section = [...host.querySelectorAll('section')].find((part) =>
        plain(part.querySelector('h2')!).startsWith(heading),
      );
      const rows = [...(section?.querySelectorAll('tbody tr') ?? [])];
      return rows.map((row) => [...row.children].map(plain));
    },
    /** Takes the part in hand that a tab names. */
    openPart: async (name: string): Promise<void> => {
      const tab = [...host.querySelectorAll<HTMLElement>('[role=tab]')].find(
        (one) => plain(one) === name,
      );
      if (!tab) throw new Error(`There is no part “${name}”: ${texts('[role=tab]').join(', ')}`);
      tab.click();
      await fixture.whenStable();
    },
    press: async (name: string): Promise<void> => {
      const button = [...host.querySelectorAll('button')].find((one) => plain(one) === name);
      if (!button) throw new Error(`There is no button “${name}”: ${texts('button').join(', ')}`);
      button.click();
      await fixture.whenStable();
    },
  };
}
