/** A key belongs to the field that has the cursor, and to an open dialog; with another key held it is not a letter. */
export const isTaken = ({ target, altKey, ctrlKey, metaKey }: KeyboardEvent) =>
  altKey ||
  ctrlKey ||
  metaKey ||
  (target instanceof Element &&
    target.closest('input, textarea, select, [contenteditable], [role="dialog"]') !== null);
