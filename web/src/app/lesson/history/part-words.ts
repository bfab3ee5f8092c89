/** What the keys of plans and designs are called. */
const WORDS: Readonly<Record<string, string>> = {
  title: 'the question’s words',
  factor: 'what is changed',
  series: 'lines',
  measure: 'what is measured',
  objects: 'objects',
  hold: 'what holds the load',
  class: 'class',
  groups: 'groups',
  repeats: 'repeats',
  traySize: 'objects in the tray',
  lesson: 'how the lesson is laid out',
  name: 'name',
  leads: 'leads',
  load: 'what it lifts',
  roomTemperature: 'temperature of the room',
};

/** Parts of a plan or design in words: what has no word of its own is called as in its file. */
export const partWords = (parts: readonly string[]): string =>
  parts
    .map((part) => WORDS[part] ?? part.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`))
    .join(', ');
