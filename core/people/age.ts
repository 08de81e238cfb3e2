/** Whole years from a day of birth to a day, both as `2026-06-14`. */
export function ageOn(born: string, day: string): number {
  const years = Number(day.slice(0, 4)) - Number(born.slice(0, 4))
  return day.slice(5) < born.slice(5) ? years - 1 : years
}
