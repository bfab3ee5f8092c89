import { fileName, saveFile } from '../files';

/** A lesson for a calendar. */
export interface CalendarEntry {
  readonly title: string;
  readonly begins: Date;
  readonly minutes: number;
  readonly description: string;
}

/** A lesson as an iCalendar file (RFC 5545), in the local time of the room. */
export async function calendarOf(entry: CalendarEntry): Promise<string> {
  const { createEvent } = await import('ics');
  const { begins } = entry;
  const { error, value } = createEvent({
    title: entry.title,
    description: entry.description,
    start: [
      begins.getFullYear(),
      begins.getMonth() + 1,
      begins.getDate(),
      begins.getHours(),
      begins.getMinutes(),
    ],
    startInputType: 'local',
    startOutputType: 'local',
    duration: { minutes: Math.round(entry.minutes) },
    productId: 'nab',
  });
  if (error || value == null) throw error ?? new Error('There is no calendar entry.');
  return value;
}

export async function saveCalendar(entry: CalendarEntry): Promise<void> {
  const content = await calendarOf(entry);
  saveFile(`${fileName(entry.title)}.ics`, new Blob([content], { type: 'text/calendar' }));
}
