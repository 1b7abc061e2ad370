import { json } from '@sveltejs/kit';
import { cards } from '$lib/service/standins';

export const GET = () => json({ models: cards });
