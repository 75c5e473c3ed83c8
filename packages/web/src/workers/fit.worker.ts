import {
  fitModel,
  validate,
  type FitInput,
  type FitProgress,
  type FitResult,
  type ValidateProgress,
} from '@ripe-pick/core/fit';
import type { HeldOut } from '@ripe-pick/core/parts';
import { expose } from 'comlink';
import { drive, Tickets } from './drive.ts';

const tickets = new Tickets();

const fitter = {
  cancel: () => tickets.next(),
  fit(input: FitInput, report: ((progress: FitProgress) => void) | null): Promise<FitResult> {
    return drive(fitModel(input), tickets, report);
  },
  validate(input: FitInput, report: ((progress: ValidateProgress) => void) | null): Promise<HeldOut | null> {
    return drive(validate(input), tickets, report);
  },
};

export type Fitter = typeof fitter;
expose(fitter);
