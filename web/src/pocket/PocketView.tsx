// The calculators: one beside the other in a list, one open. What is typed stands in the address, so that a link shows the same.
import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { useWalk } from '../api/queries';
import type { Basis, CalculatorForm } from '../api/types';
import { EditionAndUnits } from '../ui/EditionAndUnits';
import { useUsualEdition } from '../ui/EditionSelect';
import { Failed, Loading } from '../ui/States';
import { Calculator } from './Calculator';
import { begun } from './typed';

export function PocketView() {
  const { audit } = useParams();
  return audit ? <OfJob audit={audit} /> : <Pocket basis={undefined} audit={undefined} />;
}

/** Under the edition and in the unit of a job, until another is chosen. */
function OfJob({ audit }: { audit: string }) {
  const walk = useWalk(audit);
  if (walk.isError) return <Failed error={walk.error} again={() => void walk.refetch()} />;
  if (!walk.data) return <Loading what="the job" />;
  return <Pocket basis={walk.data.audit.record.basis} audit={audit} />;
}

type Props = { basis: Basis | undefined; audit: string | undefined };

function Pocket({ basis, audit }: Props) {
  const { calculator } = useParams();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const usual = useUsualEdition();
  const edition = (search.get('edition') ?? basis?.edition ?? usual) as Basis['edition'] | undefined;
  const units = (search.get('units') ?? basis?.units ?? 'inch') as Basis['units'];
  const forms = useQuery({
    queryKey: ['calculators', units],
    queryFn: () => api.calculators(units),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (forms.isError) return <Failed error={forms.error} again={() => void forms.refetch()} />;
  if (!forms.data || !edition) return <Loading what="the calculators" />;
  const form = forms.data.find(({ code }) => code === calculator) ?? forms.data[0];
  const root = audit ? `/audits/${audit}/calculators` : '/calculators';
  const to = (code: string) => `${root}/${code}?${begun(search)}`;
  const choose = (name: 'edition' | 'units', value: string) => {
    const next = name === 'units' ? begun(search) : new URLSearchParams(search);
    next.set(name, value);
    setSearch(next, { replace: true });
  };
  if (!form) return null;
  return (
    <main id="main" className="page pocket">
      <div className="page-head">
        <h1>Calculators</h1>
        <EditionAndUnits edition={edition} units={units} onChange={choose} />
      </div>
      <div className="pocket-columns">
        <List forms={forms.data} open={form} to={to} go={(code) => navigate(to(code))} />
        <Calculator
          key={`${form.code} ${units}`}
          form={form}
          edition={edition}
          units={units}
          audit={audit}
          search={search}
          setSearch={(next) => setSearch(next, { replace: true, preventScrollReset: true })}
        />
      </div>
    </main>
  );
}

type ListProps = {
  forms: CalculatorForm[];
  open: CalculatorForm;
  to: (code: string) => string;
  go: (code: string) => void;
};

/** All of them: a list where there is room for it, one field in the hand. */
function List({ forms, open, to, go }: ListProps) {
  return (
    <nav className="pocket-list" aria-label="Calculators">
      <Form.Select
        aria-label="Which calculator"
        value={open.code}
        onChange={(event) => go(event.target.value)}
      >
        {forms.map(({ code, title }) => (
          <option key={code} value={code}>
            {title}
          </option>
        ))}
      </Form.Select>
      <ul>
        {forms.map(({ code, title }) => (
          <li key={code}>
            <Link to={to(code)} aria-current={code === open.code ? 'page' : undefined}>
              {title}
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}
