import { z } from '../schema.ts';
import { STAGE_NUMBERS } from './stage.ts';

export const stageSchema = z.union(STAGE_NUMBERS.map((n) => z.literal(n)));
