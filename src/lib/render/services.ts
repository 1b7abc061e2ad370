import type { Limits, ModelCard } from '$lib/core/schema';
import { RenderClient, RenderRefused, shippedService, type JobClient } from './client';
import { mistakeOf } from './reading';

/** A render service as this tab knows it. */
export interface Service {
	/** A short word that parts its models from those of others; empty for the one that ships. */
	id: string;
	address: string;
	/** What says who calls, where it asks for that. */
	token?: string;
	client: RenderClient;
	/** Its models, under ids that no other service's have. */
	cards: ModelCard[];
	limits: Limits | null;
	state: 'asked' | 'answers' | 'silent';
	/** Why it is silent, as a sentence. */
	says?: string;
}

/** Where a model's takes go, and how the model is called there. */
export interface Route {
	service: string;
	/** Where the service's calls begin. */
	address: string;
	client: JobClient;
	model: string;
	/** What the service takes on; null while it has not said so. */
	limits: Limits | null;
}

/** Finds the service of a model. */
export interface Routes {
	/** Null when the model's service is not known here any more. */
	of(model: string): Route | null;
	/** Speaks with the service at an address, whether it is known here any more or not. */
	at(address: string): JobClient;
}

const PARTS = '/';

/** The id under which a service's model is known here. */
const qualified = (service: string, model: string): string =>
	service ? `${service}${PARTS}${model}` : model;

/** The service and the model's id there. */
export function unqualified(model: string): { service: string; model: string } {
	const at = model.indexOf(PARTS);
	return at < 0
		? { service: '', model }
		: { service: model.slice(0, at), model: model.slice(at + PARTS.length) };
}

/** A service that was not asked yet. */
export const newService = (id: string, address: string, token?: string): Service => ({
	id,
	address,
	token,
	client: new RenderClient(address, {}, token),
	cards: [],
	limits: null,
	state: 'asked'
});

export const theShippedService = (): Service => newService('', shippedService);

/** Asks a service for its models and limits. Never throws: a service that is silent says why. */
export async function askService(service: Service): Promise<Service> {
	try {
		const [cards, limits] = await Promise.all([service.client.models(), service.client.limits()]);
		return {
			...service,
			cards: cards.map((card) => ({ ...card, id: qualified(service.id, card.id) })),
			limits,
			state: 'answers',
			says: undefined
		};
	} catch (cause) {
		return { ...service, state: 'silent', says: silence(service, cause) };
	}
}

function silence({ address, id }: Service, cause: unknown): string {
	if (cause instanceof RenderRefused && cause.status === 401)
		return `${id ? `What is at ${address}` : 'The render service'} asks who calls. ${cause.message}`;
	if (!id) return 'The render service does not answer. Is the program still running?';
	if (cause instanceof DOMException && cause.name === 'TimeoutError')
		return `What is at ${address} took too long to answer. Is it still starting? Try again.`;
	if (cause instanceof TypeError)
		return `Nothing that this page may read answers at ${address}. Is it running, and does it allow calls from this page (CORS)?`;
	return `What answers at ${address} does not keep the contract: ${mistakeOf(cause)}`;
}

/** Routes among services. */
export const routesAmong = (services: () => readonly Service[]): Routes => ({
	of(name) {
		const { service, model } = unqualified(name);
		const found = services().find(({ id }) => id === service);
		if (!found) return null;
		const { address, client, limits } = found;
		return { service, address, client, model, limits };
	},
	at: (address) =>
		services().find((one) => one.address === address)?.client ?? new RenderClient(address)
});

/** An address as it is kept: without a slash at its end. Null when it is none. */
export function readAddress(text: string): string | null {
	const trimmed = text.trim().replace(/\/+$/, '');
	const full = /^https?:\/\//i.test(trimmed) ? trimmed : `http://${trimmed}`;
	if (!trimmed || !URL.canParse(full)) return null;
	const { pathname } = new URL(full);
	return pathname === '/' ? `${full}${shippedService}` : full;
}

/** A short word for a service, from its address and unlike those that there are. */
export function serviceId(address: string, taken: readonly string[]): string {
	const { host } = new URL(address);
	const word = host.replace(/[^a-z0-9.:-]/gi, '').slice(0, 40);
	for (let n = 1; ; n++) {
		const id = n === 1 ? word : `${word}-${n}`;
		if (!taken.includes(id)) return id;
	}
}
