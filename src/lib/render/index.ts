export { asSent, toBeSeen } from './bring';
export { RenderClient, RenderRefused, shippedService } from './client';
export { checkConformance, priceOfCheck, type Finding } from './conformance';
export { fetchLossless, LosslessProblem } from './lossless';
export { Runner, type Progress } from './runner';
export {
	askService,
	newService,
	readAddress,
	routesAmong,
	serviceId,
	theShippedService,
	unqualified,
	type Service
} from './services';
