import type { Rule } from '../rule.ts';
import {
  boardInCase, cardInSlot, cardLength, cardLink, cardWidth, frontConnectors, plannedCard, sizeNeed,
} from './box.ts'; // prettier-ignore
import {
  boxedCoolerHeight, boxedNeed, coolerBracket, coolerHeat, coolerHeight, coolerOverMemory, coolerSocket, fanHeaders, noiseNeed, radiatorPlace,
} from './cooling.ts'; // prettier-ignore
import {
  memoryCapacity, memoryChannels, memoryController, memoryFloor, memoryProfile, memorySlots, memoryType, secondKit, videoMemoryFloor,
} from './memory.ts'; // prettier-ignore
import {
  cardNeed, cardOutput, memoryNeed, networkPlace, pictureOutput, screenOutputs, systemNeed, wirelessNeed,
} from './needs.ts'; // prettier-ignore
import { firmware, powerStage, raisingClocks, socket } from './platform.ts';
import { plannedProcessor, preparedCard, preparedMemory, preparedProcessor } from './prepared.ts';
import {
  bulkBays, bulkPlaces, driveBays, drivePlaces, fastStorageNeed, heatSpreader, storageNeed,
} from './storage.ts'; // prettier-ignore
import {
  cardFeed, cardLeads, plannedWatts, processorLeads, supplyInCase, supplyQuality, supplyWatts,
} from './supply.ts'; // prettier-ignore

/** Every rule, in the order in which findings are listed: what stops a start first, wishes next, advice last. */
export const RULES: readonly Rule[] = [
  socket, firmware, powerStage,
  memoryType, memoryController, memorySlots, memoryCapacity,
  boardInCase, cardInSlot, cardLength, cardWidth, cardFeed,
  coolerSocket, coolerHeat, coolerHeight, boxedCoolerHeight, coolerOverMemory, radiatorPlace,
  supplyWatts, cardLeads, processorLeads, supplyInCase,
  pictureOutput, cardOutput, drivePlaces, bulkPlaces, driveBays, bulkBays,
  memoryNeed, memoryFloor, videoMemoryFloor, fastStorageNeed, storageNeed, cardNeed, screenOutputs, wirelessNeed, networkPlace,
  sizeNeed, boxedNeed, noiseNeed, supplyQuality, systemNeed, raisingClocks,
  preparedCard, preparedMemory, preparedProcessor,
  plannedWatts, plannedCard, plannedProcessor, secondKit,
  memoryProfile, memoryChannels, cardLink, coolerBracket, fanHeaders, frontConnectors, heatSpreader,
]; // prettier-ignore
