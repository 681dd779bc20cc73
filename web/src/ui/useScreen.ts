// How wide the screen is, where that decides what is shown and not only how.
import { useSyncExternalStore } from 'react';

/** Whether a question about the screen is answered by yes. */
function useScreen(asked: MediaQueryList | undefined): boolean {
  return useSyncExternalStore(
    (changed) => {
      asked?.addEventListener('change', changed);
      return () => asked?.removeEventListener('change', changed);
    },
    () => asked?.matches ?? false,
  );
}

const phone = window.matchMedia?.('(max-width: 600px)');
const tight = window.matchMedia?.('(max-width: 1240px)');

/** Whether the screen is that of a phone: a drawing is made for its width then, so that its words stay words. */
export const usePhone = () => useScreen(phone);

/** Whether the head of the page has no room for all that it leads to beside the stages of the work. */
export const useTightHead = () => useScreen(tight);
