// made once: making one takes longer than all that it writes
const TIME = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });
const WEEKDAY = new Intl.DateTimeFormat("en-GB", { weekday: "long" });
const THIS_YEAR = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long" });
const ANY_YEAR = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** "Today, 09:14", "Yesterday", "Monday", "12 November". */
export function sinceWhen(then: Date, now = new Date()): string {
  const day = (date: Date) => new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
  const days = Math.round((day(now) - day(then)) / 86_400_000);
  if (days === 0) return `Today, ${TIME.format(then)}`;
  if (days === 1) return "Yesterday";
  if (days > 1 && days < 7) return WEEKDAY.format(then);
  return (then.getFullYear() === now.getFullYear() ? THIS_YEAR : ANY_YEAR).format(then);
}
