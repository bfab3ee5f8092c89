/** What can be done on a page. */
export interface Help {
  readonly name: string;
  readonly does: readonly [string, string, string];
}

/** By the page's path, the first that fits. */
const HELP: readonly (readonly [path: RegExp, help: Help])[] = [
  [
    /^\/$/,
    {
      name: 'Investigations',
      does: [
        'Open an investigation to see its question, its magnet and what it showed.',
        'Plan a lesson: choose a ready question or write your own.',
        'Find, archive or copy an investigation by the menu at its end.',
      ],
    },
  ],
  [
    /^\/new$/,
    {
      name: 'A new question',
      does: [
        'Choose a ready question. You can change every part of it later.',
        'Look at what it needs and how long it takes before you choose.',
        'Begin with an empty question instead, and fill it in.',
      ],
    },
  ],
  [
    /\/question$/,
    {
      name: 'Question',
      does: [
        'Say what you change, what you measure and how often you repeat it.',
        'Drag a level along the strip, or type it, and see what Nab predicts.',
        'Read whether the test is fair, and press a button to make it fairer.',
      ],
    },
  ],
  [
    /^\/magnet\/field$|\/field$/,
    {
      name: 'Field',
      does: [
        'Point at the picture to read the field there.',
        'Drag a line on the picture to lay the ruler along it.',
        'Take the core out, or keep a picture and compare it after a change.',
      ],
    },
  ],
  [
    /fix-it$/,
    {
      name: 'Fix it',
      does: [
        'Answer one question after another about a magnet that does not lift.',
        'Do the test that Nab asks for; it says which fault is left.',
        'Go back to an answer and change it.',
      ],
    },
  ],
  [
    /\/magnet$/,
    {
      name: 'Magnet',
      does: [
        'Drag the ends of the winding along the core, or click the supply to add a cell.',
        'Type exact sizes in the tabs next to the drawing.',
        'Press Try it at a suggestion to see what it would change.',
      ],
    },
  ],
  [
    /\/prepare$/,
    {
      name: 'Prepare',
      does: [
        'See whether the lesson fits its time, and drag its parts.',
        'Tick off the kit, and read the risk notes.',
        'Print the sheets that a class needs.',
      ],
    },
  ],
  [
    /\/(run|demonstrate)$/,
    {
      name: 'Run',
      does: [
        'Choose a group and a level, and predict before you switch on.',
        'Watch the clock: it says by tone and vibration when to switch off.',
        'Correct or take out a reading in the list below; nothing is lost.',
      ],
    },
  ],
  [
    /\/findings$/,
    {
      name: 'Findings',
      does: [
        'Read the answer, and open why, how sure it is and what to try next.',
        'Take a part in hand by its tab: shape, by hand, groups, predictions.',
        'Save or print the report, or take the readings as a table.',
      ],
    },
  ],
  [
    /\/room$/,
    {
      name: 'Room',
      does: [
        'Show the code with which tablets join.',
        'See where each group is; pause all of them, or send a message.',
        'Open the board for the projector.',
      ],
    },
  ],
  [
    /\/history$/,
    {
      name: 'History',
      does: [
        'See who changed what, and when.',
        'Put back a trial that was taken out.',
        'Go back to an earlier question or magnet.',
      ],
    },
  ],
  [
    /^\/shelf\/search$/,
    {
      name: 'Search the shelf',
      does: [
        'See the best magnet that your shelf can make for each group.',
        'Change a limit; the search goes on by itself.',
        'Open a design as a new investigation, or set it aside.',
      ],
    },
  ],
  [
    /^\/shelf$/,
    {
      name: 'Shelf',
      does: [
        'Add the cores, wires, cells and objects that you really have.',
        'Measure a cell, and designs use what you measured.',
        'Search the shelf for the best magnet that it can make.',
      ],
    },
  ],
  [
    /^\/compare$/,
    {
      name: 'Compare',
      does: [
        'Choose two to four designs; they are drawn on one scale.',
        'See at a glance in which rows they differ.',
        'Take the core out of one and compare it with itself.',
      ],
    },
  ],
  [
    /^\/stations$/,
    {
      name: 'Stations',
      does: [
        'Choose an experiment for a table of its own.',
        'See for which age it is, how long it takes and what it needs.',
        'Use the trainer to practise finding faults.',
      ],
    },
  ],
];

const ANYWHERE: Help = {
  name: 'This station',
  does: [
    'Change a number, and the drawing follows at once.',
    'Take a part of the drawing in hand, and its fields open.',
    'Open all figures to see where each number comes from.',
  ],
};

/** What can be done on the page at an address. */
export function helpFor(url: string): Help {
  const path = url.split(/[?#]/)[0]!;
  return HELP.find(([fits]) => fits.test(path))?.[1] ?? ANYWHERE;
}
