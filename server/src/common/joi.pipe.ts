import type { PipeTransform } from '@nestjs/common';
import { WrenError, problem } from '@fleet-wren/core';
import type Joi from 'joi';

/** Lets a request through in the shape of a schema, or says what is wrong with it. */
export class JoiPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: Joi.Schema<T>) {}

  transform(value: unknown): T {
    const { error, value: checked } = this.schema.validate(value ?? {}, { abortEarly: false, stripUnknown: true });
    if (error)
      throw new WrenError(
        problem('request-wrong', { problem: `${error.details.map(({ message }) => message).join('; ')}.` }),
      );
    return checked as T;
  }
}
