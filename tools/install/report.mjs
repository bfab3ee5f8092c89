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

/** Says something more of the stage under way. */
export function say(words) {
  process.stderr.write(`${words}\n`);
}

/** Ends the command with one sentence for the person who typed it. */
export function refuse(sentence, code = 1) {
  process.stderr.write(`${sentence}\n`);
  process.exit(code);
}

/**
 * What an error of the file system means for a folder, in a sentence.
 * @returns null where the error is no such one.
 */
export function faultOfFolder(error, folder) {
  const code = error?.code ?? '';
  if (code === 'ENOSPC' || code === 'EDQUOT')
    return `The disk is full: Nab cannot write in ${folder}.`;
  if (code === 'EEXIST' || code === 'ENOTDIR') {
    return `The data folder ${folder} is a file, or lies below one. Name a folder with NAB_DATA_FOLDER.`;
  }
  if (/^(EACCES|EPERM|EROFS)$/.test(code)) {
    return `The data folder ${folder} may not be written (${code}). Change its permissions, or name another with NAB_DATA_FOLDER.`;
  }
  return null;
}
