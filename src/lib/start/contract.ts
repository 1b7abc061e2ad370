import { TakeSettings } from '$lib/core/contract';
import { answer } from './answer';

void TakeSettings;
await answer();

export {};
