import { say } from '@fleet-wren/wording';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { ApiError } from '../api/api-error.ts';
import { AuthField } from './AuthLayout.tsx';

const ASKS: ReadonlySet<string> = new Set(['second-factor-needed', 'wrong-second-code']);

/** Whether a code is asked for, by what came of the last try. */
export const isTwoFactorCodeRequired = (error: Error | null): boolean =>
  error instanceof ApiError && ASKS.has(error.code);

/** The code of a phone, for who has turned that on. */
export const TwoFactorCodeField = ({
  hint,
  field,
}: {
  readonly hint: string;
  readonly field: UseFormRegisterReturn;
}) => <AuthField label={say('sign-in.two-factor-code')} autoComplete="one-time-code" hint={hint} {...field} />;
