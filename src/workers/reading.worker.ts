// Entry of the reading worker.
import { serve } from './serve';

void serve(async () => (await import('./reading')).counted);
