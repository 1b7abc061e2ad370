import { json } from '@sveltejs/kit';
import { openApi } from '$lib/core/schema';

export const GET = () => json(openApi());
