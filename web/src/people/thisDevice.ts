// What kind of thing this browser runs on, as far as it says; the person may say it better.
const KINDS: [RegExp, string][] = [
  [/iPhone|Android.*Mobile/, 'phone'],
  [/iPad|Android/, 'tablet'],
  [/Macintosh|Windows|CrOS|Linux/, 'computer'],
];

export const thisDevice = (agent = navigator.userAgent): string =>
  KINDS.find(([pattern]) => pattern.test(agent))?.[1] ?? '';
