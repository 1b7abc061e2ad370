export {
	cosineAlphas,
	exponentialSchedule,
	karrasSchedule,
	linearAlphas,
	schedules
} from './schedules';
export {
	ddim,
	dpmSolverPP2M,
	euler,
	eulerAncestral,
	heun,
	samplers,
	type Denoise,
	type Sampler
} from './samplers';
export {
	guidedDenoiser,
	meanScene,
	windowRadius,
	type GuidedOptions,
	type SceneSet
} from './denoiser';
export { boxRoom, boxSum } from './window';
