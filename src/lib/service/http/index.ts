export { guard, letRead } from './guard';
export { closeService } from './held';
export { contract, serve } from './routes';
