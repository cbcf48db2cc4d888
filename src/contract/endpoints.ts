// All endpoints, by method and path. A new one is an entry in one of these files and its handler in
// `server/endpoints/`.
import { batches } from './batches';
import { campaigns } from './campaigns';
import { exportJobs } from './exports';
import { files } from './files';
import { house } from './house';
import { outside } from './outside';
import { pictures } from './pictures';
import { pieces } from './pieces';
import { places } from './places';
import { posting } from './posting';
import { server } from './server';
import { shelf } from './shelf';
import { sizes } from './sizes';
import { slides } from './slides';
import { solving } from './solving';
import { templates } from './templates';

export const ENDPOINTS = {
  ...server,
  ...pictures,
  ...outside,
  ...campaigns,
  ...house,
  ...pieces,
  ...shelf,
  ...sizes,
  ...slides,
  ...solving,
  ...exportJobs,
  ...places,
  ...files,
  ...posting,
  ...templates,
  ...batches,
};
export type Endpoints = typeof ENDPOINTS;
export type Key = keyof Endpoints;
