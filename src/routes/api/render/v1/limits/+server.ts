import { json } from '@sveltejs/kit';
import { limits } from '$lib/service/http';

export const GET = () => json(limits);
