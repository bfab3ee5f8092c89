import type { Plan, Prediction, Reading } from '@nab/contract/lesson';

// Examples that the specs of contract, server, web and browser share.

/** A reproducible UUID. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** Turns against clips, two groups, with ids from the caller. */
export function examplePlan(id: (n: number) => string = idOf, change: Partial<Plan> = {}): Plan {
  return {
    title: 'How many turns?',
    experiment: 'straight-magnet',
    factor: 'turns',
    levels: ['10 turns', '20 turns', '40 turns'].map((value, i) => ({ id: id(1 + i), value })),
    series: null,
    measure: 'objects-one-end',
    load: null,
    objects: [],
    hold: 'nothing',
    class: { id: id(50), name: 'Tuesday club' },
    groups: ['Limpets', 'Terns'].map((name, i) => ({ id: id(20 + i), name })),
    repeats: 3,
    traySize: 60,
    ...change,
  };
}

/** Seven clips, one of which stayed stuck. */
export function exampleReading(change: Partial<Reading> = {}): Reading {
  return {
    id: idOf(100),
    groupId: idOf(20),
    levelId: idOf(1),
    seriesId: null,
    outcome: counted(7, { stuck: 1 }),
    onTime_s: 4.2,
    model: { value: 6.5, low: 3, high: 12 },
    flags: [],
    note: '',
    actor: 'group',
    recordedAt: '2026-10-07T09:41:00.000Z',
    receivedAt: '2026-10-07T09:41:01.000Z',
    arrival: 1,
    corrects: null,
    reason: null,
    withdrawn: false,
    ...change,
  };
}

/** A count as an outcome. */
export function counted(
  count: number,
  { off = 0, stuck = 0 }: { off?: number | null; stuck?: number | null } = {},
): Extract<Reading['outcome'], { kind: 'count' }> {
  return { kind: 'count', count, parts: null, off, stuck };
}

export function examplePrediction(change: Partial<Prediction> = {}): Prediction {
  return {
    id: idOf(200),
    groupId: idOf(20),
    levelId: idOf(1),
    seriesId: null,
    value: 4,
    words: null,
    actor: 'group',
    recordedAt: '2026-10-07T09:00:00.000Z',
    receivedAt: '2026-10-07T09:00:01.000Z',
    arrival: 1,
    ...change,
  };
}
