/** Channels met over HTTP: a client for each, and how a check asks it. */
export { asking, rulesOf } from './asking.ts';
export { type ChannelClient, ChannelDown, channelClient, type LiveAnswer } from './channel-client.ts';
