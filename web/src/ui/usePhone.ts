// Whether the screen is that of a phone: a drawing is made for its width then, so that its words stay words.
import { useSyncExternalStore } from 'react';

const phone = window.matchMedia?.('(max-width: 600px)');

export const usePhone = () =>
  useSyncExternalStore(
    (changed) => {
      phone?.addEventListener('change', changed);
      return () => phone?.removeEventListener('change', changed);
    },
    () => phone?.matches ?? false,
  );
