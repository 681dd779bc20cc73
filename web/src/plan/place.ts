// A panel or a room of a job: what it is known by, and where its page is.
import type { JobPlace } from '../api/types';

export const panelOf = ({ subject }: JobPlace) => ('panel' in subject ? subject.panel : null);
export const roomOf = ({ subject }: JobPlace) => ('room' in subject ? subject.room : null);
export const idOf = (place: JobPlace) => panelOf(place) ?? roomOf(place) ?? '';

export const pathOf = (audit: string, place: JobPlace) =>
  `/audits/${audit}/${panelOf(place) ? 'panel' : 'walk/room'}/${idOf(place)}`;
