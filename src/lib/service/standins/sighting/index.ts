export { searched, sightings, type Sighting } from './find';
export { drawnBox, type Box } from './templates';
