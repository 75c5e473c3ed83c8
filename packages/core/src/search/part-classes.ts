import type { ModelIndex } from '../frames/index.ts';
import type { Gpu, Memory, Motherboard } from '../parts/index.ts';
import { emptyBits, setBit, type Bits } from './bits.ts';
import { AT, type Domains } from './domains.ts';
import type { GpuClass, KitClass } from './pair-classes.ts';

/*
 * Parts in classes that no frame rate tells apart: one of a class is rated for all. What the keys leave out, the frame
 * model does not read.
 */

/** Boards of one class. */
export interface MotherboardClass {
  readonly motherboard: Motherboard;
  readonly members: Bits;
}

function classesOf<T>(
  domains: Domains,
  slot: number,
  keyOf: (part: T) => readonly unknown[],
): { first: T; members: Bits }[] {
  const elements = domains.rest[slot];
  const byKey = new Map<string, { first: T; members: Bits }>();
  elements.forEach((element, index) => {
    const part = element.part as T | null; // a domain holds its own slot's parts
    if (part === null) return;
    const key = keyOf(part).join('|');
    const entry = byKey.get(key) ?? { first: part, members: emptyBits(elements.length) };
    byKey.set(key, entry);
    setBit(entry.members, index);
  });
  return [...byKey.values()];
}

export const kitClassesOf = (domains: Domains): KitClass[] =>
  classesOf<Memory>(domains, AT.memory, (kit) => [
    kit.type,
    Math.min(kit.modules ?? 0, 2),
    (kit.modules ?? 0) * (kit.gbPerModule ?? 0),
    kit.ratedMts,
    kit.ratedCl,
    kit.jedecMts,
    kit.jedecCl,
  ]).map(({ first, members }) => ({ kit: first, members }));

export const motherboardClassesOf = (domains: Domains): MotherboardClass[] =>
  classesOf<Motherboard>(domains, AT.motherboard, (motherboard) => [
    motherboard.memoryType,
    motherboard.memoryMaxMts,
    motherboard.memoryProfile,
    motherboard.pcieSlot?.generation,
    motherboard.pcieSlot?.lanes,
  ]).map(({ first, members }) => ({ motherboard: first, members }));

/** The classes of cards, with the empty slot as the last one where it is allowed. */
export function gpuClassesOf(domains: Domains, index: ModelIndex): GpuClass[] {
  const rateOf = (gpu: Gpu) => index.gpus.get(gpu.id)?.rateLn;
  const classes: GpuClass[] = classesOf<Gpu>(domains, AT.gpu, (gpu) => [
    rateOf(gpu),
    index.interacting.has(`gpu:${gpu.id}`) ? gpu.id : '',
    gpu.videoMemoryGb,
    gpu.pcieGeneration,
    gpu.pcieLanes,
  ]).map(({ first, members }) => ({ gpu: first, rateLn: rateOf(first) ?? 0, members }));
  const empty = domains.rest[AT.gpu].findIndex((element) => element.part === null);
  if (empty < 0) return classes;
  const members = emptyBits(domains.rest[AT.gpu].length);
  setBit(members, empty);
  return [...classes, { gpu: null, rateLn: 0, members }];
}
