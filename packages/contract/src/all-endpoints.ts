import { deliveryEndpoints } from './deliveries.js';
import { messageEndpoints } from './messages.js';
import { recordEndpoints } from './records.js';
import {
  connectionEndpoints,
  destinationEndpoints,
  mailboxEndpoints,
  schemaEndpoints,
  sieveEndpoints,
} from './set-up.js';

/** Every call of the API, by its family. */
export const endpoints = {
  messages: messageEndpoints,
  records: recordEndpoints,
  deliveries: deliveryEndpoints,
  sieves: sieveEndpoints,
  mailboxes: mailboxEndpoints,
  destinations: destinationEndpoints,
  connections: connectionEndpoints,
  schemas: schemaEndpoints,
} as const;
