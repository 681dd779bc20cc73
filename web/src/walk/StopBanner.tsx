// The job ends here for anyone but a licensed electrician.
import type { Stop } from '../api/types';

export function StopBanner({ stops }: { stops: Stop[] }) {
  if (stops.length === 0) return null;
  return (
    <div className="stop-banner" role="alert">
      <b>Stop. Refer to a licensed electrician.</b>
      <ul>
        {stops.map((stop) => (
          <li key={stop.what}>
            <strong>{stop.found}.</strong> {stop.why}
          </li>
        ))}
      </ul>
    </div>
  );
}
