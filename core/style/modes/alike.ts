/** One look for all. */
import * as z from 'zod';

export const alike = <S extends z.ZodRawShape>(shape: S) =>
  z.object({ by: z.literal('all').meta({ title: 'one for all' }), ...shape });
