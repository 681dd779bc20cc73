// The tag of a box, and where in the room it is: the only words one types.
import type { BoxSession } from '../walk/session';
import type { SessionState } from '../walk/sessionState';

export function Which({ session, state }: { session: BoxSession; state: SessionState }) {
  const { tag, place } = state.record;
  return (
    <div className="which">
      <label>
        Tag
        <input
          className="form-control"
          value={tag}
          maxLength={12}
          autoCapitalize="characters"
          onChange={(event) => session.editRecord((record) => ({ ...record, tag: event.target.value }))}
        />
      </label>
      <label>
        Where in the room
        <input
          className="form-control"
          value={place}
          maxLength={80}
          onChange={(event) => session.editRecord((record) => ({ ...record, place: event.target.value }))}
        />
      </label>
    </div>
  );
}
