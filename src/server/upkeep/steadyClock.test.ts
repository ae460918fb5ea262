/** Common practice, no source: ages are believed of a clock that ran on. */
import { describe, expect, it } from '@jest/globals';
import { SteadyClock } from './steadyClock';

const minuteMs = 60_000;

function clockOf() {
  const time = { clockMs: Date.UTC(2026, 10, 30), elapsedMs: 5 };
  const clock = new SteadyClock(
    () => time.clockMs,
    () => time.elapsedMs,
  );
  const pass = (minutes: number): void => {
    time.clockMs += minutes * minuteMs;
    time.elapsedMs += minutes * minuteMs;
  };
  return { clock, time, pass };
}

describe('a clock', () => {
  it('is believed once it ran for ten minutes', () => {
    const { clock, pass } = clockOf();
    expect(clock.isSteady()).toBe(false);
    pass(9);
    expect(clock.isSteady()).toBe(false);
    pass(1);
    expect(clock.isSteady()).toBe(true);
  });

  it.each([-40, -0.1, 0.1, 80])('that was set by %d years has to run for ten minutes again', (years) => {
    const { clock, time, pass } = clockOf();
    pass(60);
    time.clockMs += years * 365 * 24 * 60 * minuteMs;
    expect(clock.isSteady()).toBe(false);
    pass(9);
    expect(clock.isSteady()).toBe(false);
    pass(2);
    expect(clock.isSteady()).toBe(true);
  });

  it('that is only kept in time is believed', () => {
    const { clock, time, pass } = clockOf();
    for (let hour = 0; hour < 5; hour++) {
      pass(60);
      time.clockMs += 900;
      expect(clock.isSteady()).toBe(true);
    }
  });
});
