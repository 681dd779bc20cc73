// A paper as the server lays it out, to be read before it is given away: the very file that is saved.
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useState } from 'react';
import { ApiProblem, api } from '../api/client';
import { nameOf, received } from '../ui/longWork';

export type LaidOut = { file: Blob; name: string; document: PDFDocumentProxy };
export type Laying =
  | { state: 'laying'; begun: number; bytes: number }
  | { state: 'failed'; says: string }
  | ({ state: 'there' } & LaidOut);

/** Reads a PDF; the library that does comes with the first. */
async function read(file: Blob): Promise<PDFDocumentProxy> {
  const [pdf, worker] = await Promise.all([
    import('pdfjs-dist'),
    import('pdfjs-dist/build/pdf.worker.min.mjs?url'),
  ]);
  pdf.GlobalWorkerOptions.workerSrc = worker.default;
  return pdf.getDocument({ data: await file.arrayBuffer(), verbosity: 0 }).promise;
}

/** What is laid out at `path`; `stop` breaks it off, `again` begins anew. */
export function usePaper(path: string): { laying: Laying; stop: () => void; again: () => void } {
  const [laying, setLaying] = useState<Laying>({ state: 'laying', begun: performance.now(), bytes: 0 });
  const [tries, setTries] = useState(0);
  const [stopping, setStopping] = useState(() => new AbortController());
  // Each try is one effect: it is `tries` that begins another.
  // biome-ignore lint/correctness/useExhaustiveDependencies: see above
  useEffect(() => {
    const control = new AbortController();
    let document: PDFDocumentProxy | null = null;
    setStopping(control);
    setLaying({ state: 'laying', begun: performance.now(), bytes: 0 });
    const lay = async () => {
      const answer = await api.made(path, control.signal);
      const came = (bytes: number) =>
        setLaying((now) => (now.state === 'laying' && !control.signal.aborted ? { ...now, bytes } : now));
      const file = await received(answer, came);
      document = await read(file);
      if (control.signal.aborted) void document.destroy();
      else setLaying({ state: 'there', file, name: nameOf(answer, 'report.pdf'), document });
    };
    lay().catch((error: unknown) => {
      if (control.signal.aborted) return;
      const says = error instanceof ApiProblem ? error.says : 'It could not be laid out; try again.';
      setLaying({ state: 'failed', says });
    });
    return () => {
      control.abort();
      void document?.destroy();
    };
  }, [path, tries]);
  return {
    laying,
    stop: () => {
      stopping.abort();
      setLaying({ state: 'failed', says: 'It was stopped.' });
    },
    again: () => setTries((now) => now + 1),
  };
}
