// So long a part of the capture may take to be on the screen.
const MOST_FRAMES = 30;

/** Brings up a field once the part of the capture that holds it is on the screen. */
export function bringUp(field: string) {
  const names = field.slice(1).split('/');
  const find = () =>
    document.querySelector<HTMLElement>(`.capture [data-field="${field}"], #${CSS.escape(names.join('-'))}`);
  const show = () => {
    // What is no single field, a reading or a terminal, is looked for in the part that is shown now.
    const input = find() ?? document.querySelector<HTMLElement>('.capture .parts [aria-pressed="true"]');
    input?.scrollIntoView({ block: 'center' });
    input?.focus();
  };
  const onceThere = (frames: number) => {
    const row = document.getElementById(names.slice(0, 2).join('-'));
    if (!find() && !row && frames > 0) return void requestAnimationFrame(() => onceThere(frames - 1));
    // A row that is folded up has its rarer fields inside.
    if (!find()) row?.querySelector<HTMLElement>('button[aria-expanded="false"]')?.click();
    requestAnimationFrame(show);
  };
  requestAnimationFrame(() => onceThere(MOST_FRAMES));
}
