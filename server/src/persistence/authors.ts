/** Who makes what the page sends, until people sign in. */
export const OWNER = 'owner';

/** Who makes what the server does by itself. */
export const SHOP_ITSELF = 'shop';
