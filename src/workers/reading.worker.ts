// Entry of the reading worker.
import { serve } from './serve';

void serve(() => import('./reading'));
