/** One station of the bench that belongs to no investigation, or not only to one. */
export interface StationWay {
  readonly to: string;
  readonly name: string;
  readonly words: string;
}

/** What can be built, watched and played with outside the investigations. */
export const STATIONS: readonly { readonly name: string; readonly ways: readonly StationWay[] }[] =
  [
    {
      name: 'A current and its field',
      ways: [
        {
          to: '/wire-and-compass',
          name: 'Wire and compass',
          words: 'A wire, a loop and a coil turn a compass, with no core at all.',
        },
        {
          to: '/filings',
          name: 'Filings on paper',
          words: 'Sprinkle, tap, and see the field of a wire, a coil or a magnet.',
        },
      ],
    },
    {
      name: 'Magnets that stay',
      ways: [
        {
          to: '/needle',
          name: 'Needle',
          words: 'Stroke a needle, float it on cork, and see where north is.',
        },
        {
          to: '/permanent',
          name: 'Permanent or temporary',
          words: 'A magnet beside the coil that equals it: what each can do.',
        },
      ],
    },
    {
      name: 'Things that move',
      ways: [
        {
          to: '/track',
          name: 'Track',
          words: 'A cell between two magnets runs through a coil of bare wire.',
        },
        { to: '/spinner', name: 'Spinner', words: 'A bent wire spins on a cell.' },
      ],
    },
    {
      name: 'To practise',
      ways: [
        {
          to: '/trainer',
          name: 'Trainer',
          words: 'A magnet with a hidden fault: find it, fix it, do no harm.',
        },
        {
          to: '/guess',
          name: 'Guess the lift',
          words: 'Ten magnets, one thing changed in each: which rule of thumb fails?',
        },
      ],
    },
    {
      name: 'Heavy loads',
      ways: [
        {
          to: '/shell-magnet',
          name: 'Shell magnet',
          words: 'A coil in a steel cup, for a load that nobody expects.',
        },
      ],
    },
  ];

const PATHS = ['/stations', ...STATIONS.flatMap(({ ways }) => ways.map(({ to }) => to))];

/** Whether an address is the page of the stations or one of theirs. */
export function isStation(url: string): boolean {
  const path = url.split(/[?#]/)[0]!;
  return PATHS.includes(path);
}
