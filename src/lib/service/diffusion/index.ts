export {
	cosineAlphas,
	cosineSchedule,
	exponentialSchedule,
	karrasSchedule,
	linearAlphas,
	linearSchedule,
	schedules,
	type NoiseRange,
	type Schedule
} from './schedules';
export {
	ddim,
	dpmSolverPP2M,
	euler,
	eulerAncestral,
	heun,
	samplers,
	type Denoise,
	type Sampler,
	type SamplerOptions
} from './samplers';
export {
	guidedDenoiser,
	meanScene,
	muted,
	windowRadius,
	type GuidedDenoiser,
	type GuidedOptions,
	type SceneSet,
	type WindowRange
} from './denoiser';
export { areaTable, boxRoom, boxSum, type BoxRoom } from './window';
