/**
 * A key that makes a request happen once. Browsers offer `crypto.randomUUID` over HTTPS and on localhost alone; random
 * values they offer everywhere.
 */
export const newKey = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (octet) => octet.toString(16).padStart(2, '0')).join(
    '',
  );
