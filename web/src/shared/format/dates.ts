/** Days in a coach's words. */
import dayjs from "dayjs";

export function daysAgo(day: string | null, today = dayjs()): string {
  if (!day) return "never";
  const days = today.startOf("day").diff(dayjs(day), "day");
  if (days <= 0) return "today";
  if (days === 1) return "yesterday";
  if (days < 60) return `${days} days ago`;
  if (days < 700) return `${Math.round(days / 30.4)} months ago`;
  return `${Math.round(days / 365)} years ago`;
}

export function momentWords(moment: string | null): string {
  return moment ? dayjs(moment).format("D MMM YYYY, HH:mm") : "";
}

export function shortDay(day: string | null): string {
  return day ? dayjs(day).format("D MMM YYYY") : "";
}

/** How many days from a day (YYYY-MM-DD) to a moment; 0 is the same day. */
export function inDays(moment: string, day: string): number {
  return dayjs(moment).startOf("day").diff(dayjs(day), "day");
}

export function clock(moment: string): string {
  return dayjs(moment).format("HH:mm");
}

export function weekday(day: string): string {
  return dayjs(day).format("dddd D MMMM");
}
