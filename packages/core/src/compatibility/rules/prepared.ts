import type { Cpu } from '../../parts/index.ts';
import { PASS, UNKNOWN, type Judgement, type Rule, type RuleContext } from '../rule.ts';
import { plannedGpu } from './case.ts';
import { secondKit } from './memory.ts';
import { firmware, powerStage, socket } from './platform.ts';

/*
 * Room for parts that are planned for later. Where the brief only plans, it is advice; where it prepares for them, the
 * same findings keep a build from being proposed. Watts are in the supply's own rule then (see `ruleContext`).
 */

/** A finding of the advice as a barrier, where the brief prepares for the planned parts. */
function firm(judgement: Judgement, context: RuleContext): Judgement {
  if (!context.isFirm) return PASS;
  return judgement.verdict === 'warn' ? { ...judgement, verdict: 'block' } : judgement;
}

export const preparedGpu: Rule = {
  ...plannedGpu,
  id: 'prepared-card',
  title: 'Room for the graphics card that is prepared for',
  advice: false,
  judge: (set, context) => firm(plannedGpu.judge(set, context), context),
};

export const preparedMemory: Rule = {
  ...secondKit,
  id: 'prepared-memory',
  title: 'Room for the second memory kit that is prepared for',
  advice: false,
  judge: (set, context) => firm(secondKit.judge(set, context), context),
};

/** The processor that is there when a later one goes in can flash the firmware itself. */
function withOldCpu(context: RuleContext): RuleContext {
  return { ...context, needs: { ...context.needs, borrowCpu: true } };
}

function judgeDropIn(cpu: Cpu | null, set: Parameters<Rule['judge']>[0], context: RuleContext): Judgement {
  if (!cpu || !set.motherboard) return PASS;
  const later = { motherboard: set.motherboard, cpu };
  const rules = [socket, firmware, powerStage];
  const found = rules.map((rule) => rule.judge(later, withOldCpu(context)));
  const at = found.findIndex((each) => each.verdict === 'block');
  if (at >= 0) return { ...found[at], verdict: 'warn', unit: rules[at].id };
  return found.some((each) => each.verdict === 'unknown') ? UNKNOWN : PASS;
}

export const plannedCpu: Rule = {
  id: 'planned-processor',
  title: 'Motherboard for the planned processor',
  slots: ['motherboard'],
  advice: true,
  judge: (set, context) => judgeDropIn(context.plannedCpu, set, context),
  words: (j) => ({
    sentence:
      j.unit === 'socket'
        ? `The planned processor needs socket ${j.actual}, the motherboard has ${j.limit}: it ends there.`
        : j.unit === 'firmware'
          ? `No BIOS for chipset ${j.actual} runs the planned processor.`
          : `The motherboard feeds ${j.actual} W, the planned processor draws up to ${j.limit} W.`,
    mend: 'Take a motherboard for it now, or plan a motherboard along with the processor.',
  }),
};

export const preparedCpu: Rule = {
  ...plannedCpu,
  id: 'prepared-processor',
  title: 'Motherboard for the processor that is prepared for',
  advice: false,
  judge: (set, context) => firm(plannedCpu.judge(set, context), context),
};
