import { readFileSync } from 'node:fs';
import { catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import {
  assemblySteps,
  DRAWINGS,
  memoryPlan,
  USUAL_CHOICES,
  type AssemblyInput,
} from '@ripe-pick/core/assembly';
import type { Part, PartKind } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { DRAWING_SIZE, shapesOf } from './drawing-shapes.ts';
import { machinePlan } from './machine-plan.ts';

const { parts } = catalogueOf(
  catalogueFileSchema.parse(
    JSON.parse(readFileSync(new URL('../../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
  ),
);
const ofKind = (kind: PartKind) => parts.filter((part) => part.kind === kind);

/** Builds of the demo's parts in every shape, whether they fit or not: what is drawn is what is there. */
const INPUTS: AssemblyInput[] = Array.from({ length: 40 }, (_, n) => {
  const pick = (kind: PartKind, step: number): Part | null => {
    const all = ofKind(kind);
    return all[(n * step) % all.length] ?? null;
  };
  return {
    parts: {
      cpu: pick('cpu', 3),
      motherboard: pick('motherboard', 5),
      memory: pick('memory', 7),
      gpu: n % 4 === 0 ? null : pick('gpu', 11),
      storage: pick('storage', 3),
      secondaryStorage: n % 3 === 0 ? pick('storage', 13) : null,
      cooler: n % 3 === 1 ? null : pick('cooler', 5),
      case: pick('case', 7),
      psu: pick('psu', 5),
    },
    ownedDrives: [],
    arrivals: [],
    needs: { borrowCpu: false, wireless: false, osLicence: false },
    choices: USUAL_CHOICES,
  } as unknown as AssemblyInput; // parts of these very kinds
});

describe('drawings of a build day', () => {
  it('lie within their ground, and have words for what they show', () => {
    for (const input of INPUTS)
      for (const drawing of DRAWINGS) {
        const found = shapesOf(drawing, input);
        if (!found) continue;
        expect(found.text).not.toMatch(/undefined|NaN|null/);
        for (const shape of found.shapes) {
          const right =
            shape.as === 'box' ? shape.x + shape.w : shape.as === 'arrow' ? shape.x + shape.to : shape.x;
          const bottom = shape.as === 'box' ? shape.y + shape.h : shape.y;
          expect(shape.x >= 0 && right <= DRAWING_SIZE.width, `${drawing}: ${right}`).toBe(true);
          expect(shape.y >= 0 && bottom <= DRAWING_SIZE.height, `${drawing}: ${bottom}`).toBe(true);
        }
      }
  });
  it('of memory mark the slots that are filled', () => {
    for (const input of INPUTS) {
      const { memory, motherboard } = input.parts;
      const shapes = shapesOf('memory', input)?.shapes;
      if (!shapes || !memory?.modules || !motherboard?.memorySlots) continue;
      const filled = shapes.filter((shape) => shape.as === 'box' && shape.look === 'now');
      expect(filled).toHaveLength(memoryPlan(motherboard.memorySlots, memory.modules).fill.length);
    }
  });
});

describe('the plan of the machine', () => {
  it('shows what the build has and nothing else, each tied to steps that are there, within the case', () => {
    for (const input of INPUTS) {
      const steps = assemblySteps(input);
      const codes = new Set(steps.map(({ code }) => code));
      const plan = machinePlan(input, steps);
      expect(plan.some(({ key }) => key === 'gpu')).toBe(!!input.parts.gpu);
      expect(new Set(plan.map(({ key }) => key)).size).toBe(plan.length);
      for (const part of plan) {
        expect(part.steps.length, part.key).toBeGreaterThan(0);
        for (const code of part.steps) expect(codes.has(code)).toBe(true);
        expect(part.x >= 0 && part.x + part.w <= 300, `${part.key}: ${part.x + part.w}`).toBe(true);
        expect(part.y >= 0 && part.y + part.h <= 330, `${part.key}: ${part.y + part.h}`).toBe(true);
      }
    }
  });
});
