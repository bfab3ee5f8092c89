/** Where an investigation is found. Deleting hides it: its readings stay, and it can be brought back. */
export const PLACES = {
  open: 'Open',
  archived: 'Archived',
  deleted: 'Deleted',
} as const;
export type Status = keyof typeof PLACES;
