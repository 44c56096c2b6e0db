/** The words of the calendar that others subscribe to. */
export const calendarText = {
  title: (store: string) => `${store}: promotions`,
  starts: (name: string) => `${name} (starts)`,
  ends: (name: string) => `${name} (ends)`,
  submitBy: (name: string, partner: string) => `Submit to ${partner}: ${name}`,
  locks: (name: string, partner: string) => `Locked at ${partner}: ${name}`,
}
