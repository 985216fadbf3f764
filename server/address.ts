/** Where a request comes from, as the front tells; it lets nobody say it themselves. */
export const ADDRESS_HEADER = 'x-symplex-address';
