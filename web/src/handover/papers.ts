// What can be given away on paper, each under the code that the server knows it by.
export type Paper = { kind: string; name: string; about: string };

export const PAPERS: Paper[] = [
  { kind: 'full', name: 'Report', about: 'Everything found, with drawings, repairs and sources' },
  { kind: 'owner', name: "Owner's summary", about: 'One page: dangers, what to do first, cost' },
  {
    kind: 'repair-order',
    name: 'Repair order',
    about: 'By shut-down: what goes off, each box, step by step',
  },
  { kind: 're-inspection', name: 'Re-inspection', about: 'Only what is still open' },
  { kind: 'hand-over', name: "Buyer's hand-over", about: 'What was put right, and what stays open' },
  { kind: 'danger-notice', name: 'Notice of danger', about: 'One page for the owner to sign, the same day' },
];

/** A paper by its code; a notice that was given has its number in it. */
export function paperOf(kind: string): Paper | undefined {
  const given = /^danger-notice-(\d+)$/.exec(kind);
  if (given) return { kind, name: `Notice of danger ${given[1]}`, about: 'As it was given' };
  return PAPERS.find((known) => known.kind === kind);
}

/** Where the PDF of a paper is made. */
export const pdfOf = (audit: string, kind: string) =>
  kind === 'full' ? `/api/audits/${audit}/report.pdf` : `/api/audits/${audit}/report.pdf?kind=${kind}`;

/** What its PDF is called in a button and in what is under way. */
export const wordsOf = ({ kind, name }: Paper) => (kind === 'full' ? 'Report, PDF' : name);
