import { type ReadCalendar, readClosedDays } from '@ostrakon/core/icalendar';

export interface CalendarFile {
  readonly text: string;
  readonly within: { readonly from: number; readonly until: number };
}

self.onmessage = ({ data }: MessageEvent<CalendarFile>) => {
  const read: ReadCalendar = readClosedDays(data.text, data.within);
  self.postMessage(read);
};
