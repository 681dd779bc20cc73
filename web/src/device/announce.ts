// Who wants to know that something of this device changed: its own screens, and the other pages of this browser.
type Listener = () => void;

const listeners = new Set<Listener>();
const elsewhere = new Set<(audit: string) => void>();
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('nailpunch-device');

if (channel) {
  channel.onmessage = ({ data }: MessageEvent<string>) => {
    for (const listener of elsewhere) listener(data);
  };
}

export const listen = (listener: Listener) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export function announce() {
  for (const listener of listeners) listener();
}

/** Another page of this browser changed something of an audit. */
export const whenElsewhere = (listener: (audit: string) => void) => elsewhere.add(listener);

/** Tells the other pages that something of an audit was changed here. */
export const tellElsewhere = (audit: string) => channel?.postMessage(audit);
