export { RenderClient, RenderRefused, shippedService } from './client';
export { fetchLossless, LosslessProblem } from './lossless';
export { Runner, type Progress } from './runner';
