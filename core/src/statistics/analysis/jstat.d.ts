/** The parts of jstat that a second opinion is asked of; it ships no types. */
declare module 'jstat' {
  const jstat: {
    anovafscore(...levels: number[][]): number;
    anovaftest(...levels: number[][]): number;
  };
  export default jstat;
}
