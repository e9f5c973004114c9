export { message, type Message, type MessageValue, type ParamsOf } from './message.ts';
