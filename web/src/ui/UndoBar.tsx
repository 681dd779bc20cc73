// What was just deleted, and the one key that brings it back; or what could not be done.
import { createContext, type ReactNode, useCallback, useContext, useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';

type Offer = { words: string; undo?: () => void | Promise<void> };

const UndoContext = createContext<(offer: Offer) => void>(() => {});

/** Shows what was done and offers to take it back; without an undo, what could not be done. */
export const useUndo = () => useContext(UndoContext);

const SHOWN_FOR_MS = 15_000;

export function UndoProvider({ children }: { children: ReactNode }) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const show = useCallback((next: Offer) => setOffer(next), []);
  useEffect(() => {
    if (!offer) return;
    const timer = setTimeout(() => setOffer(null), SHOWN_FOR_MS);
    return () => clearTimeout(timer);
  }, [offer]);
  return (
    <UndoContext.Provider value={show}>
      {children}
      <div role="status">
        {offer && (
          <div className="undo-bar">
            <span>{offer.words}</span>
            {offer.undo && (
              <Button
                variant="outline-light"
                onClick={() => {
                  setOffer(null);
                  void offer.undo?.();
                }}
              >
                Undo
              </Button>
            )}
            <Button variant="link" className="text-reset" aria-label="Dismiss" onClick={() => setOffer(null)}>
              ×
            </Button>
          </div>
        )}
      </div>
    </UndoContext.Provider>
  );
}
