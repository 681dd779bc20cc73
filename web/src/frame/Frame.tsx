// The frame round every view: brand, the stages of the work in their order, the theme.
import { Link, NavLink, Outlet, useMatch } from 'react-router';
import { useWalk } from '../api/queries';
import { DeviceState } from '../device/DeviceState';
import { Find } from '../find/Find';
import { NameMark } from '../people/Here';
import { SignIn } from '../people/SignIn';
import { useMe } from '../people/useMe';
import { HandsBar } from '../ui/Hands';
import { LongWorkBar } from '../ui/LongWorkBar';
import { Loading } from '../ui/States';
import { UndoProvider } from '../ui/UndoBar';
import { usePhone, useTightHead } from '../ui/useScreen';
import { useIsFilled } from './fullScreen';
import { Menu } from './Menu';
import { STAGES } from './stages';
import { useOpenHere } from './useOpenHere';
import { usePageTitle } from './usePageTitle';
import { useTheme } from './useTheme';

const EVERY_MINUTE = 60_000;

/** What every view of a job has: its title, and who has hands in a box, for whoever stands at a panel. */
function OfJob({ audit }: { audit: string }) {
  const walk = useWalk(audit, EVERY_MINUTE);
  const stage = useMatch('/audits/:audit/:stage/*')?.params.stage;
  useOpenHere(audit);
  usePageTitle(audit, STAGES.find(([path]) => path === stage)?.[1]);
  return <HandsBar audit={audit} hands={walk.data?.hands ?? []} />;
}

export function Frame() {
  const [theme, switchTheme] = useTheme();
  const phone = usePhone();
  const tight = useTightHead();
  const filled = useIsFilled();
  const { me, pending, closed } = useMe();
  const pairing = useMatch('/pair') !== null;
  const shut = closed && !pairing;
  const audit = useMatch('/audits/:audit/*')?.params.audit;
  const open = shut || pending ? undefined : audit;
  return (
    <UndoProvider>
      <a className="skip" href="#main">
        Skip to the work
      </a>
      {!filled && (
        <header className="frame-top">
          <Link to="/" className="brand" aria-label="Nailpunch, all jobs">
            <svg width="20" height="24" viewBox="0 0 20 24" aria-hidden="true">
              <path d="M7 1h6v9l-2 9h-2l-2-9z" fill="currentColor" />
              <path d="M1 21.5H19" stroke="var(--copper)" strokeWidth="3" />
            </svg>
            <span>Nailpunch</span>
          </Link>
          {open && <DeviceState audit={open} />}
          {open && !phone && (
            <nav className="stages" aria-label="Stages of the work">
              {STAGES.map(([path, name]) => (
                <NavLink key={path} to={`/audits/${open}/${path}`}>
                  {name}
                </NavLink>
              ))}
            </nav>
          )}
          <div className="frame-side">
            {open && <Find audit={open} />}
            {phone || (open && tight) ? (
              <Menu audit={open} stages={phone} />
            ) : (
              <>
                {open && <Link to="/">Jobs</Link>}
                {open && <Link to={`/audits/${open}/bench`}>Bench</Link>}
                {!shut && <Link to={open ? `/audits/${open}/calculators` : '/calculators'}>Calculators</Link>}
                {!shut && !open && <Link to="/drill">Drill</Link>}
                {!shut && <Link to={open ? `/audits/${open}/rules` : '/rules'}>Rule book</Link>}
                {!shut && (me?.person || !audit) && (
                  <Link to="/people">{me?.person ? <NameMark name={me.person.name} /> : 'People'}</Link>
                )}
                <button type="button" className="plain" onClick={switchTheme}>
                  {theme === 'light' ? 'Headlamp' : 'Daylight'}
                </button>
              </>
            )}
          </div>
        </header>
      )}
      {open && <OfJob audit={open} />}
      {pending ? <Loading what="who is signed in" /> : shut ? <SignIn /> : <Outlet />}
      <LongWorkBar />
    </UndoProvider>
  );
}
