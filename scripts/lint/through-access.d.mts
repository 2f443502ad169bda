import type { RuleModule } from '@typescript-eslint/utils/ts-eslint';

export declare const throughAccess: RuleModule<'access' | 'written'>;
