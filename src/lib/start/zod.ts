import { z } from 'zod';
import { answer } from './answer';

void z;
await answer();

export {};
