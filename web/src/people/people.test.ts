import { describe, expect, it } from 'vitest';
import { ApiProblem } from '../api/client';
import { persistently } from './persistently';
import { thisDevice } from './thisDevice';

const refused = (status: number) => new ApiProblem({ status, title: '', detail: 'no' });

describe('a sign-in where many sign in', () => {
  it('is tried again while the server is busy, and not for ever', async () => {
    let tries = 0;
    const busyTwice = async () => {
      tries += 1;
      if (tries < 3) throw refused(503);
      return 'in';
    };
    expect(await persistently(busyTwice, 0)).toBe('in');
    tries = 0;
    const alwaysBusy = async () => {
      tries += 1;
      throw refused(503);
    };
    await expect(persistently(alwaysBusy, 0)).rejects.toThrow('no');
    expect(tries).toBe(4);
  });

  it('is not tried again where it was wrong', async () => {
    let tries = 0;
    const wrong = async () => {
      tries += 1;
      throw refused(401);
    };
    await expect(persistently(wrong, 0)).rejects.toThrow('no');
    expect(tries).toBe(1);
  });
});

describe('what a browser runs on', () => {
  it.each([
    ['Mozilla/5.0 (iPad; CPU OS 17_0 like Mac OS X)', 'tablet'],
    ['Mozilla/5.0 (Linux; Android 14) Mobile Safari/537', 'phone'],
    ['Mozilla/5.0 (Linux; Android 14) Safari/537', 'tablet'],
    ['Mozilla/5.0 (X11; Linux x86_64)', 'computer'],
    ['something else', ''],
  ])('%s', (agent, kind) => expect(thisDevice(agent)).toBe(kind));
});
