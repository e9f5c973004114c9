import type { PipeTransform } from '@nestjs/common';
import { WrenError, problem } from '@fleet-wren/core';
import type Joi from 'joi';
import { isBeyondBounds } from '../bodies/bounds.ts';

/** Lets a request through in the shape of a schema, or says what is wrong with it. */
export class JoiPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: Joi.Schema<T>) {}

  transform(value: unknown): T {
    if (isBeyondBounds(value)) throw this.refusal('The request holds more than it may');
    const { error, value: checked } = this.schema.validate(value ?? {}, { abortEarly: false, stripUnknown: false });
    if (error) throw this.refusal([...new Set(error.details.map(({ message }) => message))].slice(0, 20).join('; '));
    return checked as T;
  }

  private refusal(words: string): WrenError {
    return new WrenError(problem('request-wrong', { problem: `${words}.` }));
  }
}
