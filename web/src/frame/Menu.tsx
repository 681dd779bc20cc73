// All that a wide screen shows in its head, behind one word, where the hand has no room for it.
import { Dropdown } from 'react-bootstrap';
import { Link, NavLink } from 'react-router';
import { useByHand } from '../hand/useByHand';
import { useMe } from '../people/useMe';
import { STAGES } from './stages';
import { useTheme } from './useTheme';

/** With the stages of the work, where they have no room of their own. */
export function Menu({ audit, stages }: { audit: string | undefined; stages: boolean }) {
  const { me } = useMe();
  const [theme, switchTheme] = useTheme();
  const [byHand, setByHand] = useByHand();
  return (
    <Dropdown align="end" className="menu">
      <Dropdown.Toggle as="button" className="plain">
        Menu
      </Dropdown.Toggle>
      <Dropdown.Menu as="nav" aria-label="Where to">
        {audit &&
          stages &&
          STAGES.map(([path, name]) => (
            <Dropdown.Item key={path} as={NavLink} to={`/audits/${audit}/${path}`}>
              {name}
            </Dropdown.Item>
          ))}
        {audit && stages && <Dropdown.Divider />}
        <Dropdown.Item as={Link} to="/">
          Jobs
        </Dropdown.Item>
        {audit && (
          <Dropdown.Item as={Link} to={`/audits/${audit}/house`}>
            The house on one page
          </Dropdown.Item>
        )}
        {audit && (
          <Dropdown.Item as={Link} to={`/audits/${audit}/bench`}>
            Bench
          </Dropdown.Item>
        )}
        <Dropdown.Item as={Link} to={audit ? `/audits/${audit}/calculators` : '/calculators'}>
          Calculators
        </Dropdown.Item>
        <Dropdown.Item as={Link} to="/drill">
          Drill
        </Dropdown.Item>
        <Dropdown.Item as={Link} to={audit ? `/audits/${audit}/rules` : '/rules'}>
          Rule book
        </Dropdown.Item>
        <Dropdown.Item as={Link} to="/people">
          {me?.person?.name ?? 'People'}
        </Dropdown.Item>
        <Dropdown.Item as="button" onClick={switchTheme}>
          {theme === 'light' ? 'Headlamp' : 'Daylight'}
        </Dropdown.Item>
        {audit && (
          <Dropdown.Item as="button" onClick={() => setByHand(!byHand)}>
            {byHand ? 'Boxes as at the desk' : 'Boxes by hand'}
          </Dropdown.Item>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
