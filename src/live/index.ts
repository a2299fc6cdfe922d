/** Channels met over HTTP: a client for each, and how a check asks it. */
export { asking } from './asking.ts';
export { type ChannelClient, ChannelDown, channelClient, type LiveAnswer } from './channel-client.ts';
export { NoAnswer, type Patience } from './http.ts';
