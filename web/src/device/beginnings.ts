// What a change of this page began with. Revisions are numbers, and the device and the office may each have given the same number to
// another content while one of them did not know of the other's: a change is made on the content, not on the number.

const beginnings = new Map<string, string>();

/** The next change at this path began with this record. */
export const beginsWith = (path: string, record: unknown) => beginnings.set(path, JSON.stringify(record));

/** What the change at this path began with, where that was said. */
export function takeBeginning(path: string): string | undefined {
  const begun = beginnings.get(path);
  beginnings.delete(path);
  return begun;
}
