import { fileName, saveFile } from '../../platform/files';

/** A lesson for a calendar. */
export interface CalendarEntry {
  readonly title: string;
  readonly begins: Date;
  readonly minutes: number;
  readonly description: string;
}

/** A lesson as an iCalendar file (RFC 5545), in the local time of the room. */
export async function calendarOf(entry: CalendarEntry): Promise<string> {
  const { default: ical } = await import('ical-generator');
  const calendar = ical({ prodId: { company: 'Nab', product: 'Nab', language: 'EN' } });
  const end = new Date(entry.begins.getTime() + entry.minutes * 60_000);
  calendar.createEvent({
    start: entry.begins,
    end,
    // A clock on the wall, wherever it is read.
    floating: true,
    summary: entry.title,
    description: entry.description,
  });
  return calendar.toString();
}

export async function saveCalendar(entry: CalendarEntry): Promise<void> {
  const content = await calendarOf(entry);
  saveFile(`${fileName(entry.title)}.ics`, new Blob([content], { type: 'text/calendar' }));
}
