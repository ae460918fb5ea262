import { describe, expect, it } from '@jest/globals';
import { DateTime } from 'luxon';
import { openData } from '../data';
import { openDatabase } from '../db';
import { fillWithLinks } from './links';

const zone = 'Europe/London';

describe('the links of the demo', () => {
  // A Monday, the first day of a year and of a March, a change of the clocks; common practice, no source.
  it.each(['2026-08-31', '2027-01-01', '2028-03-01', '2031-10-26'])(
    'were visited every day until the %s, and never later',
    (date) => {
      const today = DateTime.fromISO(`${date}T10:30`, { zone });
      const { links } = openData(openDatabase(':memory:'));
      fillWithLinks(links, today.toJSDate());
      const day = (shift: number): string => today.plus({ days: shift }).toISODate()!;

      const { days, hours } = links.visitsOf({ from: day(-200), to: day(2), zone });
      const visited = days.filter(({ person }) => person > 0).map((counted) => counted.day);
      expect(visited.at(-1)).toBe(day(-1));
      // Whole weeks before this one, and its days until yesterday.
      expect(visited).toHaveLength(17 * 7 + today.weekday - 1);
      // Few at night, many after work: Saturday at five and at three.
      expect(hours[5 * 24 + 17]!).toBeGreaterThan(5 * hours[5 * 24 + 3]!);
    },
  );

  it('led to the results on the two days of the regatta, a Saturday and a Sunday of that season', () => {
    const { links } = openData(openDatabase(':memory:'));
    const today = DateTime.fromISO('2026-12-02T10:30', { zone });
    fillWithLinks(links, today.toJSDate());
    const regatta = links.list().find(({ link }) => link.name === 'Regatta calendar');
    const { schedule } = regatta!.link.rules[0]!;
    const [from, to] = [schedule!.from!, schedule!.to!].map((time) => DateTime.fromISO(time, { zone })) as [
      DateTime,
      DateTime,
    ];
    expect([from.weekday, to.diff(from, 'hours').hours]).toEqual([6, 42]);
    expect(today.diff(to, 'weeks').weeks).toBeGreaterThan(1);
    expect(today.diff(from, 'weeks').weeks).toBeLessThan(17);
    expect(regatta!.link.campaign).toBe(`Regatta ${from.year}`);
  });
});
