// The page as an app of the device: it opens without a network, and is replaced by a newer one once nothing is lost by it.
import { registerSW } from 'virtual:pwa-register';
import { auditsWaiting } from './audits';

const LOOK_EVERY_MS = 60_000;

/** Registers what keeps the page on this device. `quiet` says whether nobody would miss what is on the screen. */
export function keepPage(quiet: () => boolean) {
  if (!('serviceWorker' in navigator)) return;
  let newer = false;
  const renewWhenQuiet = () => {
    if (newer && quiet() && auditsWaiting().length === 0) void update(true);
  };
  const update = registerSW({
    onNeedRefresh() {
      newer = true;
      renewWhenQuiet();
    },
    onRegisteredSW(_, registration) {
      setInterval(() => void registration?.update().catch(() => undefined), LOOK_EVERY_MS);
    },
  });
  document.addEventListener('visibilitychange', renewWhenQuiet);
  setInterval(renewWhenQuiet, LOOK_EVERY_MS / 4);
}
