/** Whether a target counts on a day: from its first day on, up to its last. ISO dates; null: open on that side. */
export function countsOn(
  { from, by }: { readonly from: string | null; readonly by: string | null },
  day: string,
): boolean {
  return (from === null || from <= day) && (by === null || by >= day);
}
