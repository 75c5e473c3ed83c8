import { addDays } from '../units/index.ts';
import type { TuningLog } from './states.ts';
import type { TuningStage } from './plan.ts';
import { stageLeft } from './session.ts';

/** When somebody has time, in minutes from midnight. A long soak needs nobody and goes on through the night. */
interface Evenings {
  /** First day, as an ISO date. */
  readonly from: string;
  readonly begins: number;
  readonly ends: number;
}

/** A stretch of tuning. Times by the clock on the wall, as 2026-11-28T19:30. */
interface TuningBlock {
  readonly stage: TuningStage;
  readonly kind: 'steps' | 'soak';
  readonly from: string;
  readonly to: string;
  /** Steps set in it; 1 for a long soak. */
  readonly count: number;
  /** Whether it runs on after the evening is over. */
  readonly isOvernight: boolean;
}

const DAY = 1440;
/** The moment so many minutes after a day began. */
function moment(day: string, minutes: number): string {
  const two = (value: number) => String(Math.floor(value)).padStart(2, '0');
  const rest = minutes % DAY;
  return `${addDays(day, Math.floor(minutes / DAY))}T${two(rest / 60)}:${two(rest % 60)}`;
}

/** Time as it is given out, in minutes from the first day's midnight. */
class Clock {
  now: number;

  constructor(private readonly evenings: Evenings) {
    this.now = evenings.begins;
  }

  private get evening() {
    const day = Math.floor(this.now / DAY) * DAY;
    return { begins: day + this.evenings.begins, ends: day + this.evenings.ends };
  }
  /** Goes on to when somebody is there, with so many minutes left where an evening has them. */
  toEvening(wanted: number): void {
    const { begins, ends } = this.evening;
    this.now = Math.max(this.now, begins);
    const fits = this.now < ends && (wanted <= ends - this.now || this.now === begins);
    if (!fits) this.now = begins + DAY;
  }
  get left(): number {
    return this.evening.ends - this.now;
  }
  take(minutes: number) {
    const from = this.now;
    this.now += minutes;
    return { from: moment(this.evenings.from, from), to: moment(this.evenings.from, this.now) };
  }
}

/** Gives steps out over evenings, and long soaks behind them, which may run through the night; stage by stage. */
export function tuningSchedule(logs: readonly TuningLog[], evenings: Evenings): readonly TuningBlock[] {
  const clock = new Clock(evenings);
  return logs.flatMap(({ plan, attempts }): TuningBlock[] => {
    const { steps, soaks } = stageLeft(plan, attempts);
    const { stage, soakMinutes, finalMinutes } = plan;
    const blocks: TuningBlock[] = [];
    for (let open = steps.expected; open > 0;) {
      clock.toEvening(soakMinutes);
      const count = Math.min(open, Math.max(1, Math.floor(clock.left / soakMinutes)));
      const isOvernight = count * soakMinutes > clock.left;
      blocks.push({ stage, kind: 'steps', count, isOvernight, ...clock.take(count * soakMinutes) });
      open -= count;
    }
    if (soaks.expected > 0) {
      clock.toEvening(0);
      const isOvernight = finalMinutes > clock.left;
      blocks.push({ stage, kind: 'soak', count: 1, isOvernight, ...clock.take(finalMinutes) });
    }
    return blocks;
  });
}
