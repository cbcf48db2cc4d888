// Entry of the worker that finds things in photos.
import { serve } from './serve';

void serve(() => import('./finder'));
