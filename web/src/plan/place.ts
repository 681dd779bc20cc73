// A panel, a room or a cable run of a job: what it is known by, what it is, and where its page is.
import type { JobPlace } from '../api/types';

export const panelOf = ({ subject }: JobPlace) => ('panel' in subject ? subject.panel : null);
export const roomOf = ({ subject }: JobPlace) => ('room' in subject ? subject.room : null);
export const runOf = ({ subject }: JobPlace) => ('run' in subject ? subject.run : null);
export const idOf = (place: JobPlace) => panelOf(place) ?? roomOf(place) ?? runOf(place) ?? '';
export const kindOf = (place: JobPlace) =>
  panelOf(place) ? 'Panel' : runOf(place) ? 'Cable run' : 'The room';

export const pathOf = (audit: string, place: JobPlace) =>
  `/audits/${audit}/${panelOf(place) ? 'panel' : runOf(place) ? 'walk/cable' : 'walk/room'}/${idOf(place)}`;
