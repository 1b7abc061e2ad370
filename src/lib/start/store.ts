import { openStore } from '$lib/store';
import { answer } from './answer';

void openStore;
await answer();

export {};
