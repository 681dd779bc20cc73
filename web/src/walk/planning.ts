// What can be done about a box, worked out once the typing pauses.
import type { JudgeWish } from '../api/client';
import type { SessionDoors, SessionState } from './sessionState';

const AFTER_MS = 150;

export class Planning {
  private asking: AbortController | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly ask: SessionDoors['plan'],
    private readonly tell: (planned: Partial<SessionState>) => void,
  ) {}

  /** Asks for a plan of the box as it stands once the typing pauses. */
  begin(wish: () => JudgeWish) {
    this.stop();
    const asking = new AbortController();
    this.asking = asking;
    const tell = (planned: Partial<SessionState>) => {
      if (!asking.signal.aborted) this.tell(planned);
    };
    this.timer = setTimeout(() => {
      this.timer = null;
      this.ask(wish(), asking.signal)
        .then((remedies) => tell({ remedies, planned: true }))
        // A plan that fails leaves the last one: judging says what is wrong.
        .catch(() => tell({ planned: true }));
    }, AFTER_MS);
  }

  /** A plan under way answers nothing any more. */
  stop() {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.asking?.abort();
  }
}
