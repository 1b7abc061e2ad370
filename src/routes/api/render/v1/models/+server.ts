import { json } from '@sveltejs/kit';
import { cards } from '$lib/core/standins';

export const GET = () => json({ models: cards });
