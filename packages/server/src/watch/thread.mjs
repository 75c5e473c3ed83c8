// A thread knows nothing of the loader that its parent was started with: it is registered anew.
import { register } from 'tsx/esm/api';

register();
await import('./worker.ts');
