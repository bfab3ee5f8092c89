import { check } from '@nab/contract/problem';
import { investigationFileSchema, printingSchema, type Printing } from '@nab/contract/lesson';
import { printed, writePdf } from '@nab/sheets';
import { writeFileSync } from 'node:fs';
import type { Schema } from 'yup';
import { CommandError } from './files.js';

/** Prints the sheets of an investigation's file into a PDF: the same pages as the button prints. */
export async function print(parsed: unknown, out: string, words: Printing): Promise<number> {
  const { plan, design } = valid(investigationFileSchema, parsed, 'the investigation is not valid');
  const printing = valid(printingSchema, words, 'the command cannot be used');
  const pages = printed(plan, design.design, printing);
  const pdf = await writePdf(pages, plan.title);
  try {
    writeFileSync(out, pdf);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new CommandError(`cannot write ${out}: ${code ?? 'unknown reason'}.`);
  }
  process.stdout.write(`${JSON.stringify({ file: out, pages: pages.length })}\n`);
  return 0;
}

function valid<T>(schema: Schema<T>, value: unknown, fault: string): T {
  const checked = check(schema, value, 'file');
  if (checked.ok) return checked.value;
  const lines = checked.errors.map(({ path, message }) => `  ${path ? `${path}: ` : ''}${message}`);
  throw new CommandError(`${fault}.\n${lines.join('\n')}`);
}
