import { z } from '../schema.ts';
import { DAY_KINDS } from './days.ts';

export const dayKindSchema = z.enum(DAY_KINDS);
