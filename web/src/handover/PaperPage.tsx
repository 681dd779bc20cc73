// One page of a paper: drawn when it comes into sight, its words for those who do not see it.
import type { PDFDocumentProxy } from 'pdfjs-dist';
import { useEffect, useRef, useState } from 'react';

type Props = { document: PDFDocumentProxy; number: number };

/** Letter until the page says its own size. */
const LETTER = 11 / 8.5;

export function PaperPage({ document, number }: Props) {
  const sheet = useRef<HTMLElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [near, setNear] = useState(false);
  const [tall, setTall] = useState(LETTER);
  const [words, setWords] = useState('');
  useEffect(() => {
    if (!sheet.current) return;
    const seen = new IntersectionObserver(
      (entries) => {
        if (entries.some((entry) => entry.isIntersecting)) setNear(true);
      },
      { rootMargin: '900px' },
    );
    seen.observe(sheet.current);
    return () => seen.disconnect();
  }, []);
  useEffect(() => {
    const into = canvas.current;
    if (!near || !into || !sheet.current) return;
    let gone = false;
    let stop = () => {};
    const width = sheet.current.clientWidth * Math.min(window.devicePixelRatio, 2);
    const draw = async () => {
      const page = await document.getPage(number);
      if (gone) return;
      const bare = page.getViewport({ scale: 1 });
      setTall(bare.height / bare.width);
      const viewport = page.getViewport({ scale: width / bare.width });
      into.width = viewport.width;
      into.height = viewport.height;
      const drawing = page.render({ canvas: into, viewport });
      stop = () => drawing.cancel();
      await drawing.promise;
      const { items } = await page.getTextContent();
      if (!gone) setWords(items.map((item) => ('str' in item ? item.str : '')).join(' '));
    };
    // What was begun when the page went away is given up.
    draw().catch(() => undefined);
    return () => {
      gone = true;
      stop();
    };
  }, [near, document, number]);
  return (
    <figure ref={sheet} className="paper-page" style={{ aspectRatio: `1 / ${tall}` }}>
      <canvas ref={canvas} />
      <figcaption className="visually-hidden">
        Page {number}: {words}
      </figcaption>
    </figure>
  );
}
