/** House networks go by a channel number of their own. */

/** Centre of channel 0 of a house network in the 2.4 GHz band, and the step to the next, in MHz: 2412 + 5 (n - 1). */
export const HOUSE_NETWORK_MHZ = 2407;
export const HOUSE_NETWORK_STEP_MHZ = 5;
/** How wide such a network is, in MHz. */
export const HOUSE_NETWORK_WIDTH_MHZ = 20;
/** The last channel of the row; a further one stands by itself and is given by its frequency. */
export const HOUSE_NETWORK_LAST = 13;

/** @param channel 1 to HOUSE_NETWORK_LAST. @throws RangeError for any other. */
export function houseNetworkMhz(channel: number): number {
  if (!Number.isInteger(channel) || channel < 1 || channel > HOUSE_NETWORK_LAST)
    throw new RangeError(`a house network has no channel ${channel}`);
  return HOUSE_NETWORK_MHZ + HOUSE_NETWORK_STEP_MHZ * channel;
}
