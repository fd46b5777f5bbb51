import { type Cell, cellText, say } from '@yellow-sieve/core';
import ICAL from 'ical.js';
import { DateTime } from 'luxon';
import { datedCell, isDated } from '../../exports/dated.js';

/** A card of a contact (vCard 4.0), as a route gives it. */
export interface Contact {
  name: string;
  email?: string;
  phone?: string;
  organisation?: string;
  role?: string;
  address?: string;
  note?: string;
}

/** An entry of a calendar (iCalendar), as a route gives it: a day, or a moment in ISO 8601. */
export interface CalendarEvent {
  title: string;
  start: string;
  end?: string;
  place?: string;
  note?: string;
}

const contactParts = ['name', 'email', 'phone', 'organisation', 'role', 'address', 'note'] as const;
const eventParts = ['title', 'start', 'end', 'place', 'note'] as const;

/** Names of a route’s `with` that make a card or an entry. */
export const attachedNames = [
  ...contactParts.map((part) => `contact.${part}`),
  ...eventParts.map((part) => `event.${part}`),
];

/** What is to be attached by the cells of a line, or why it cannot be. */
export function attachedBy(cells: readonly Cell[]): { contact?: Contact; event?: CalendarEvent } | { refused: string } {
  const texts = new Map(cells.map((cell) => [cell.name, textOf(cell)]));
  const of = (parts: readonly string[], group: string) =>
    Object.fromEntries(
      parts.flatMap((part) => {
        const text = texts.get(`${group}.${part}`);
        return text ? [[part, text]] : [];
      }),
    );
  const [contact, event] = [of(contactParts, 'contact'), of(eventParts, 'event')];
  if (Object.keys(contact).length > 0 && !contact.name) return { refused: say('YS-MAIL-CONTACT') };
  if (Object.keys(event).length > 0) {
    if (!event.title || !isTime(event.start)) return { refused: say('YS-MAIL-EVENT', { name: 'event.start' }) };
    if (event.end !== undefined && !isTime(event.end)) return { refused: say('YS-MAIL-EVENT', { name: 'event.end' }) };
  }
  return {
    ...(contact.name ? { contact: contact as unknown as Contact } : {}),
    ...(event.start ? { event: event as unknown as CalendarEvent } : {}),
  };
}

/** A day or moment as ISO 8601; all else as people read it. */
function textOf(cell: Cell): string {
  const value = datedCell(cell);
  if (isDated(value)) return value.iso;
  return cellText(cell.value).trim();
}

const isTime = (text: string | undefined) => text !== undefined && DateTime.fromISO(text).isValid;

/** Line breaks of other kinds would end a property; other control characters mean nothing in a text. */
const harmless = (text: string) =>
  text.replace(/\r\n?|[\u0085\u2028\u2029]/g, '\n').replace(/[\u0000-\u0009\u000b-\u001f\u007f]/g, ' ');

/** The card as a file (RFC 6350). */
export function vcardOf(contact: Contact): string {
  const card = new ICAL.Component(['vcard', [], []]);
  card.addPropertyWithValue('version', '4.0');
  const add = (name: string, value: string | string[] | undefined) => {
    if (value === undefined) return;
    const property = new ICAL.Property(name, card);
    property.setValue(Array.isArray(value) ? value.map(harmless) : harmless(value));
    card.addProperty(property);
  };
  add('fn', contact.name);
  add('email', contact.email);
  add('tel', contact.phone);
  add('org', contact.organisation === undefined ? undefined : [contact.organisation]);
  add('title', contact.role);
  add('adr', contact.address === undefined ? undefined : ['', '', contact.address, '', '', '', '']);
  add('note', contact.note);
  return `${card.toString()}\r\n`;
}

export interface EventAbout {
  /** The same for every revision of it, by which a calendar finds it again. */
  uid: string;
  revision: number;
  /** By whose clock moments without a zone are meant. */
  zone: string;
  now: Date;
}

/** The entry as a file (RFC 5545): published, not an invitation. A day is all of that day. */
export function calendarOf(event: CalendarEvent, { uid, revision, zone, now }: EventAbout): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Yellow Sieve//EN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  const entry = new ICAL.Component('vevent');
  entry.addPropertyWithValue('uid', uid);
  entry.addPropertyWithValue('sequence', revision);
  entry.addPropertyWithValue('dtstamp', ICAL.Time.fromJSDate(now, true));
  entry.addPropertyWithValue('summary', harmless(event.title));
  entry.addPropertyWithValue('dtstart', timeOf(event.start, zone));
  if (event.end) entry.addPropertyWithValue('dtend', timeOf(event.end, zone));
  if (event.place) entry.addPropertyWithValue('location', harmless(event.place));
  if (event.note) entry.addPropertyWithValue('description', harmless(event.note));
  calendar.addSubcomponent(entry);
  return `${calendar.toString()}\r\n`;
}

function timeOf(iso: string, zone: string): ICAL.Time {
  if (/^\d{4}-\d{2}-\d{2}$/.test(iso)) return ICAL.Time.fromDateString(iso);
  return ICAL.Time.fromJSDate(DateTime.fromISO(iso, { zone }).toJSDate(), true);
}
