export { karrasSchedule, schedules, type Schedule, type NoiseRange } from './schedules';
export {
	euler,
	dpmSolverPP2M,
	samplers,
	type Denoise,
	type OnStep,
	type Sampler
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
