import { json } from '@sveltejs/kit';
import { limits } from '$lib/server';

export const GET = () => json(limits);
