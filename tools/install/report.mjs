// What `npm start` and `npm test` say while they work, on standard error: standard output is for
// results. Node's built-ins only.

/**
 * Says what begins and roughly how long it takes.
 * @param what a stage, such as “Installing 1145 packages”.
 * @param usually its usual length in words, such as “about a minute”; left out where it is short.
 * @returns call it when the stage is done: it says how long it took.
 */
export function stage(what, usually) {
  process.stderr.write(`${what} …${usually ? ` (${usually})` : ''}\n`);
  const begun = performance.now();
  return (result = 'done') =>
    process.stderr.write(`  ${result} in ${((performance.now() - begun) / 1000).toFixed(0)} s\n`);
}

/** Ends the command with one sentence for the person who typed it. */
export function refuse(sentence, code = 1) {
  process.stderr.write(`${sentence}\n`);
  process.exit(code);
}
