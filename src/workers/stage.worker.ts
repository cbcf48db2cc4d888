// Entry of the stage worker.
import { serve } from './serve';

void serve(async () => (await import('./stage')).api);
