import type { Message, MessageValue } from '@fleet-wren/wording';

const beatOf = (value: MessageValue): MessageValue =>
  typeof value === 'object' && 'code' in value && value.code === 'place.in-bar'
    ? (value.params?.place ?? value)
    : value;

/** A message with its places by their beats alone, where the bar has been named before. */
export const withinBar = ({ code, params }: Message): Message => ({
  code,
  ...(params && { params: Object.fromEntries(Object.entries(params).map(([name, value]) => [name, beatOf(value)])) }),
});
