// Who else works on the audit now, and at what.
import type { Present } from '../api/types';
import { usePresent } from '../device/useDevice';

/** The identifier of what somebody has open. */
const idOf = ({ at }: Present): string | null => (at ? (Object.values(at)[0] ?? null) : null);

/** Two letters for a name: of its first and its last word. */
export function initials(name: string): string {
  const words = name.trim().split(/\s+/);
  const letters = words.length > 1 ? [words[0], words.at(-1)] : words;
  return letters.map((word) => [...(word ?? '')][0] ?? '').join('');
}

/** A person in two letters, where there is no room for the name. */
export function NameMark({ name }: { name: string }) {
  return (
    <>
      <i className="me-mark" title={name} aria-hidden="true">
        {initials(name)}
      </i>
      <span className="visually-hidden">{name}</span>
    </>
  );
}

/** Those who have one thing open. */
function usePresentAt(audit: string, id: string): Present[] {
  return usePresent(audit).filter((present) => idOf(present) === id);
}

/** Everybody who has the audit open on another device. */
export function AlsoHere({ audit }: { audit: string }) {
  const present = usePresent(audit);
  const names = [...new Set(present.map(({ who }) => who))];
  if (names.length === 0) return null;
  return (
    <p className="also-here" role="status">
      Also here: {names.join(', ')}
    </p>
  );
}

/** The names of those who have one thing open. */
export const usePresentNames = (audit: string, id: string): string[] => [
  ...new Set(usePresentAt(audit, id).map(({ who }) => who)),
];

/** What a list says of who has this open. */
export const hereWords = (names: string[]): string => (names.length > 0 ? `, ${names.join(', ')} here` : '');

/** A mark for each who has this open, in a list of many. */
export function HereMarks({ names }: { names: string[] }) {
  if (names.length === 0) return null;
  return (
    <span className="here-marks" aria-hidden="true">
      {names.slice(0, 2).map((name) => (
        <i key={name} title={`${name} has it open`}>
          {initials(name)}
        </i>
      ))}
      {names.length > 2 && <i>+{names.length - 2}</i>}
    </span>
  );
}

/** Who has the very same open, said where one works. */
export function SameOpen({ audit, id }: { audit: string; id: string }) {
  const present = usePresentAt(audit, id);
  if (present.length === 0) return null;
  const names = [...new Set(present.map(({ who, device }) => `${who} on ${device}`))];
  return (
    <p className="same-open" role="status">
      Open on another device too: {names.join(', ')}
    </p>
  );
}
