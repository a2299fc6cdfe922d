/**
 * What shoppers of a channel read of a lane's threshold where the channel takes it for an offer with a title: part of
 * its file, not of Plemb's interface, and in English like the titles of offers.
 */

/** Such as `Free standard delivery from 45.00`; the amount as the channel's file writes it. */
export const freeFromTitle = (service: string, amount: string): string =>
  `Free ${service.toLowerCase()} from ${amount}`;

/** The same as a sentence, for channels that ask for terms. */
export const freeFromTerms = (service: string, zone: string, amount: string): string =>
  `${service} to ${zone} is free from ${amount}.`;
