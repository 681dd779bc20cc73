// Texts in fields as they were typed: each stays until the core has read it and its field is left.
import type { BoxContents, EntryEcho, TypedEntry } from '../api/types';

export type TypedText = {
  text: string;
  /** Whether the core has answered, and what it did not understand. */
  answer: null | { error: string | null };
  /** The field was left: what was understood is shown as it is kept. */
  left: boolean;
};

/** By pointer to the field within the contents of the box. */
export type TypedTexts = Record<string, TypedText>;

/** What the core has not read yet. */
export const unread = (texts: TypedTexts): TypedEntry[] =>
  Object.entries(texts).flatMap(([pointer, { text, answer }]) => (answer ? [] : [{ pointer, text }]));

/** What it has read and not understood. */
export const notUnderstood = (texts: TypedTexts) =>
  Object.values(texts).filter(({ answer }) => answer?.error != null).length;

const isDone = ({ answer, left }: TypedText) => left && answer !== null && answer.error === null;

/** The texts once the core has answered `sent`; one that was typed on since waits for its own answer. */
export function afterAnswer(texts: TypedTexts, sent: TypedEntry[], echoes: EntryEcho[]): TypedTexts {
  const answered = Object.entries(texts).map(([pointer, typed]): [string, TypedText] => {
    const wasSent = sent.some((entry) => entry.pointer === pointer && entry.text === typed.text);
    if (!wasSent) return [pointer, typed];
    const error = echoes.find((echo) => echo.pointer === pointer)?.error ?? null;
    return [pointer, { ...typed, answer: { error } }];
  });
  return Object.fromEntries(answered.filter(([, typed]) => !isDone(typed)));
}

/** The texts once a field is left. */
export function afterLeaving(texts: TypedTexts, pointer: string): TypedTexts {
  const { [pointer]: typed, ...others } = texts;
  if (!typed) return texts;
  const left = { ...typed, left: true };
  return isDone(left) ? others : { ...others, [pointer]: left };
}

/** Texts that come back with undo: the record that comes with them holds those that were read. */
export function afterUndo(texts: TypedTexts): TypedTexts {
  const back = Object.entries(texts).map(([pointer, typed]) => [pointer, { ...typed, left: true }] as const);
  return Object.fromEntries(back.filter(([, typed]) => !isDone(typed)));
}

/**
 * The texts once the contents changed round them: what the record holds already is shown as it stands there, what it does
 * not hold follows its conductor, cable or device to its new place, and goes with it where it is gone.
 */
export function following(texts: TypedTexts, before: BoxContents, after: BoxContents): TypedTexts {
  const list = (contents: BoxContents, name: string) =>
    (contents as unknown as Record<string, unknown>)[name] as ({ id?: number } | undefined)[] | undefined;
  const followed = Object.entries(texts).flatMap(([pointer, typed]): [string, TypedText][] => {
    if (typed.answer?.error === null) return [];
    const [, name = '', place, ...rest] = pointer.split('/');
    const id = place === undefined ? undefined : list(before, name)?.[Number(place)]?.id;
    if (id === undefined) return [[pointer, typed]];
    const now = list(after, name)?.findIndex((known) => known?.id === id) ?? -1;
    return now < 0 ? [] : [[['', name, now, ...rest].join('/'), typed]];
  });
  return Object.fromEntries(followed);
}
