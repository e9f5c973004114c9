import { isTextKey } from '@fleet-wren/wording';
import type { PipeTransform } from '@nestjs/common';
import { message, type Problem, createProblem, ProblemError } from '@fleet-wren/core';
import type Joi from 'joi';
import { isOverBodyLimits } from '../request-bodies/body-limits.ts';

/** What schemas say themselves is a key of the catalogue; what Joi says by itself is for who writes to the API. */
const refusals = ({ details }: Joi.ValidationError): readonly Problem[] =>
  [...new Set(details.map(({ message: said }) => said))]
    .slice(0, 20)
    .map((said) => createProblem('request-wrong', { problem: isTextKey(said) ? { code: said } : `${said}.` }));

/** Lets a request through in the shape of a schema, or says what is wrong with it. */
export class JoiValidationPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: Joi.Schema<T>) {}

  transform(value: unknown): T {
    if (isOverBodyLimits(value))
      throw new ProblemError(createProblem('request-wrong', { problem: message('request.too-much') }));
    const { error, value: checked } = this.schema.validate(value ?? {}, { abortEarly: false, stripUnknown: false });
    if (error) throw new ProblemError(...refusals(error));
    return checked as T;
  }
}
