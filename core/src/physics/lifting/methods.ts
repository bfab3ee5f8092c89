/** How the objects are offered: the magnet dipped into them, or they pressed round its pole. */
export type LiftMethod = 'dip' | 'gather';

/**
 * Mass that a class lifts over that of the heap which its own pull holds (`growHeap`).
 * Objects that touch carry one another, and are longer than the field reaches; a heap as a material
 * has neither, and holds less than every class counts: with 3 a nail of 100 mm with 40 turns before a
 * bare tip of 10 mm, on a fresh D cell, lifts eight small clips by a dip. Pressing them round
 * the pole lifts about twice what a dip does. Both are common practice, no source; a class's own
 * trials replace them.
 */
export const LIFTED_OVER_HEAP: Readonly<Record<LiftMethod, number>> = { dip: 3, gather: 6 };
