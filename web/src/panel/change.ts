import type { Panel } from '../api/types';

/** Changes a panel; whether the change was kept. */
export type ChangePanel = (make: (panel: Panel) => Panel) => Promise<boolean>;
