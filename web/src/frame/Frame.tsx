// The frame round every view: brand, the stages of the work in their order, the theme.
import { Link, NavLink, Outlet, useMatch } from 'react-router';
import { useWalk } from '../api/queries';
import { DeviceState } from '../device/DeviceState';
import { Find } from '../find/Find';
import { HandsBar } from '../ui/Hands';
import { LongWorkBar } from '../ui/LongWorkBar';
import { UndoProvider } from '../ui/UndoBar';
import { usePhone } from '../ui/usePhone';
import { useIsFilled } from './fullScreen';
import { Menu } from './Menu';
import { STAGES } from './stages';
import { usePageTitle } from './usePageTitle';
import { useTheme } from './useTheme';

const EVERY_MINUTE = 60_000;

/** What every view of a job has: its title, and who has hands in a box, for whoever stands at a panel. */
function OfJob({ audit }: { audit: string }) {
  const walk = useWalk(audit, EVERY_MINUTE);
  const stage = useMatch('/audits/:audit/:stage/*')?.params.stage;
  usePageTitle(audit, STAGES.find(([path]) => path === stage)?.[1]);
  return <HandsBar audit={audit} hands={walk.data?.hands ?? []} />;
}

export function Frame() {
  const [theme, switchTheme] = useTheme();
  const phone = usePhone();
  const filled = useIsFilled();
  const audit = useMatch('/audits/:audit/*')?.params.audit;
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
          {audit && <DeviceState audit={audit} />}
          {audit && !phone && (
            <nav className="stages" aria-label="Stages of the work">
              {STAGES.map(([path, name]) => (
                <NavLink key={path} to={`/audits/${audit}/${path}`}>
                  {name}
                </NavLink>
              ))}
            </nav>
          )}
          <div className="frame-side">
            {audit && <Find audit={audit} />}
            {phone ? (
              <Menu audit={audit} />
            ) : (
              <>
                {audit && <Link to="/">Jobs</Link>}
                {audit && <Link to={`/audits/${audit}/bench`}>Bench</Link>}
                <Link to={audit ? `/audits/${audit}/rules` : '/rules'}>Rule book</Link>
                <button type="button" className="plain" onClick={switchTheme}>
                  {theme === 'light' ? 'Headlamp' : 'Daylight'}
                </button>
              </>
            )}
          </div>
        </header>
      )}
      {audit && <OfJob audit={audit} />}
      <Outlet />
      <LongWorkBar />
    </UndoProvider>
  );
}
