/** A row of a Markdown table. */
export function row(cells: readonly string[]): string {
  return `| ${cells.join(' | ')} |`;
}

export function percent(share: number): string {
  return `${(100 * share).toFixed(1)} %`;
}
