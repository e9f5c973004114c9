export { message, type Label, type Message, type MessageValue, type ParamsOf } from './message.ts';
