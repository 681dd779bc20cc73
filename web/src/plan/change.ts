import type { WorkSettings } from '../api/types';

/** Changes what the job is planned by. */
export type ChangeWork = (part: Partial<WorkSettings>) => Promise<void>;
