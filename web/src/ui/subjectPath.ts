// Where a subject of an audit is worked on.
import type { Subject } from '../api/types';

export function subjectPath(audit: string, subject: Subject): string {
  const at = `/audits/${audit}`;
  if ('box' in subject) return `${at}/walk/${subject.box}`;
  if ('panel' in subject) return `${at}/panel/${subject.panel}`;
  if ('room' in subject) return `${at}/walk/room/${subject.room}`;
  return `${at}/walk/cable/${subject.run}`;
}
