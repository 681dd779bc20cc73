import { describe, expect, it } from 'vitest';
import { FRACTIONS, type PadKey, pressed } from './pad';

const digit = (figure: string): PadKey => ({ digit: figure });

/** The lengths that a row of taps writes. */
function typed(...keys: PadKey[]): string[] {
  const lengths = [''];
  for (const key of keys) {
    const { text, next } = pressed(lengths.at(-1) ?? '', key);
    if (next) lengths.push(text);
    else lengths[lengths.length - 1] = text;
  }
  return lengths;
}

describe('the pad', () => {
  it('takes 2 3/4 in two taps, and the next length with no tap between', () => {
    expect(typed(digit('2'), { fraction: '3/4' })).toEqual(['2 3/4']);
    expect(
      typed(digit('2'), { fraction: '3/4' }, digit('1'), digit('2'), { fraction: '1/8' }, digit('6')),
    ).toEqual(['2 3/4', '12 1/8', '6']);
  });

  it('takes two sheaths in two taps', () => {
    expect(typed({ fraction: '1/2' }, { fraction: '3/8' }, digit('2'), { fraction: '3/4' })).toEqual([
      '1/2',
      '3/8',
      '2 3/4',
    ]);
  });

  it('takes every eighth alone, and every sixteenth with one tap more', () => {
    for (const [index, fraction] of FRACTIONS.entries()) {
      expect(typed({ fraction })).toEqual([fraction]);
      expect(typed({ fraction }, 'sixteenth')).toEqual([`${index * 2 + 3}/16`]);
    }
    expect(typed('sixteenth')).toEqual(['1/16']);
    expect(typed('sixteenth', 'sixteenth')).toEqual(['1/8']);
    expect(typed(digit('3'), { fraction: '7/8' }, 'sixteenth', 'sixteenth')).toEqual(['4']);
  });

  it('takes back part by part', () => {
    const back = (text: string) => pressed(text, 'back').text;
    expect(['12 3/4', '12', '1', '-1/2', '-', '70 mm', ''].map(back)).toEqual([
      '12',
      '1',
      '',
      '-',
      '',
      '70',
      '',
    ]);
  });

  it('goes over what was there before', () => {
    expect(pressed('2 3/4', digit('6'), true)).toEqual({ text: '6', next: false });
    expect(pressed('2 3/4', { fraction: '1/2' }, true)).toEqual({ text: '2 1/2', next: false });
    expect(pressed('2 3/4', 'back', true)).toEqual({ text: '', next: false });
    expect(pressed('2 3/4 in', { fraction: '1/8' }, true)).toEqual({ text: '2 1/8', next: false });
  });

  it('takes millimetres, centimetres and what ends behind the opening', () => {
    expect(typed(digit('7'), digit('0'), { unit: 'mm' }, digit('6'))).toEqual(['70 mm', '6']);
    expect(typed(digit('7'), 'point', digit('5'), { unit: 'cm' })).toEqual(['7.5 cm']);
    expect(typed('point', digit('5'))).toEqual(['0.5']);
    expect(typed(digit('1'), { fraction: '1/2' }, 'minus')).toEqual(['-1 1/2']);
    expect(typed(digit('2'), { fraction: '1/2' }, { unit: 'mm' })).toEqual(['2 1/2']);
  });
});
