import type { Rule } from '../rule.ts';
import { boardInCase, cardInSlot, cardLength, cardWidth, sizeNeed } from './box.ts';
import { boxedCoolerHeight, coolerHeat, coolerHeight, coolerOverMemory, coolerSocket } from './cooling.ts';
import {
  memoryCapacity, memoryChannels, memoryController, memoryProfile, memorySlots, memoryType,
} from './memory.ts'; // prettier-ignore
import {
  cardNeed, cardOutput, memoryNeed, networkPlace, pictureOutput, systemNeed, wirelessNeed,
} from './needs.ts'; // prettier-ignore
import { firmware, powerStage, socket } from './platform.ts';
import { driveBays, drivePlaces, storageNeed } from './storage.ts';
import { cardFeed, cardLeads, processorLeads, supplyInCase, supplyWatts } from './supply.ts';

/** Every rule, in the order in which findings are listed: what stops a start first, wishes last. */
export const RULES: readonly Rule[] = [
  socket, firmware, powerStage,
  memoryType, memoryController, memorySlots, memoryCapacity,
  boardInCase, cardInSlot, cardLength, cardWidth, cardFeed,
  coolerSocket, coolerHeat, coolerHeight, boxedCoolerHeight, coolerOverMemory,
  supplyWatts, cardLeads, processorLeads, supplyInCase,
  pictureOutput, cardOutput, drivePlaces, driveBays,
  memoryNeed, storageNeed, cardNeed, wirelessNeed, networkPlace, sizeNeed, systemNeed,
  memoryProfile, memoryChannels,
]; // prettier-ignore
