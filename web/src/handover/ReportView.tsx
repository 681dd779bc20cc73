// A paper as it will be given away: its pages, with the kinds of paper and what is missing from it at the side.
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, NavLink, useParams } from 'react-router';
import { saveBlob } from '../ui/longWork';
import { PaperPage } from './PaperPage';
import { PAPERS, type Paper, paperOf, pdfOf } from './papers';
import { type Laying, usePaper } from './usePaper';
import { Wanting } from './Wanting';

export function ReportView() {
  const { audit = '', kind = 'full' } = useParams();
  const paper = paperOf(kind);
  if (!paper)
    return (
      <main id="main" className="page report-view">
        <h1>No such paper</h1>
        <p>
          There is no paper “{kind}”. <Link to={`/audits/${audit}/hand-over`}>Hand over</Link> has those there
          are.
        </p>
      </main>
    );
  // Another paper is laid out from the beginning.
  return <Reading key={kind} audit={audit} paper={paper} />;
}

function Reading({ audit, paper }: { audit: string; paper: Paper }) {
  const { laying, stop, again } = usePaper(pdfOf(audit, paper.kind));
  const there = laying.state === 'there' ? laying : null;
  const pages = there?.document.numPages ?? 0;
  return (
    <main id="main" className="page report-view">
      <aside>
        <h1>{paper.name}</h1>
        <p className="muted">{paper.about}.</p>
        <div className="papers">
          <Button disabled={!there} onClick={() => there && saveBlob(there.file, there.name)}>
            Save as PDF
          </Button>
          <Button variant="outline-primary" disabled={!there} onClick={again}>
            Lay out anew
          </Button>
        </div>
        <nav aria-label="Papers">
          <ul className="paper-kinds">
            {PAPERS.map(({ kind, name }) => (
              <li key={kind}>
                <NavLink to={`/audits/${audit}/hand-over/report/${kind}`}>{name}</NavLink>
              </li>
            ))}
          </ul>
        </nav>
        <Wanting audit={audit} />
      </aside>
      <section className="paper-pages" aria-label="Pages">
        {there ? (
          <>
            <p className="figure">{pages === 1 ? '1 page' : `${pages} pages`}</p>
            {Array.from({ length: pages }, (_, index) => (
              // A page is known by its number.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <PaperPage key={index} document={there.document} number={index + 1} />
            ))}
          </>
        ) : (
          <Progress laying={laying} stop={stop} again={again} />
        )}
      </section>
    </main>
  );
}

type ProgressProps = { laying: Laying; stop: () => void; again: () => void };

/** How long it has been laid out, and what came of it so far. */
function Progress({ laying, stop, again }: ProgressProps) {
  const [, tick] = useState(0);
  const under = laying.state === 'laying';
  useEffect(() => {
    if (!under) return;
    const timer = setInterval(() => tick((now) => now + 1), 500);
    return () => clearInterval(timer);
  }, [under]);
  if (laying.state === 'failed')
    return (
      <div className="refused" role="alert">
        <p>{laying.says}</p>
        <Button variant="outline-primary" onClick={again}>
          Lay out again
        </Button>
      </div>
    );
  if (laying.state !== 'laying') return null;
  const seconds = Math.floor((performance.now() - laying.begun) / 1000);
  return (
    <div className="laying" role="status">
      <progress aria-label="Being laid out" />
      <p>
        {laying.bytes === 0 ? 'The office lays it out' : `${Math.ceil(laying.bytes / 1000)} kB came`},{' '}
        <span className="figure">{seconds} s</span> so far.
      </p>
      <Button variant="outline-primary" onClick={stop}>
        Stop
      </Button>
    </div>
  );
}
