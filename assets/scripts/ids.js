// Names for what is sent, so that the server does it once however often it arrives. Browsers have `randomUUID` only where the
// connection is secure; random bytes they have everywhere.
export function id() {
    if (crypto.randomUUID) return crypto.randomUUID();
    return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
