/** "Today, 09:14", "Yesterday", "Monday", "12 November". */
export function sinceWhen(then: Date, now = new Date()): string {
  const day = (date: Date) => new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
  const days = Math.round((day(now) - day(then)) / 86_400_000);
  if (days === 0) return `Today, ${then.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}`;
  if (days === 1) return "Yesterday";
  if (days > 1 && days < 7) return then.toLocaleDateString("en-GB", { weekday: "long" });
  const year = then.getFullYear() === now.getFullYear() ? undefined : "numeric";
  return then.toLocaleDateString("en-GB", { day: "numeric", month: "long", year });
}
