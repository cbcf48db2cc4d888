// Entry of the stage worker.
import { readied } from './first';
import { serve } from './serve';

void serve(() => import('./stage'), readied);
