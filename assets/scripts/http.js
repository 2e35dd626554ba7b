// Everything that scripts ask the server, and what an answer of ours is: one that says so, and is whole. What stands in
// between may answer in our place, with a page of its own, with nothing, or with half of what we said; all of that is as
// if nobody had answered, whatever its status.
import {part} from './parts.js';

const OURS = 'X-Application';

export const token = () =>
    JSON.parse(document.body.getAttribute('hx-headers') ?? 'null')?.['X-CSRF-Token'] ??
    document.querySelector('[name=_token]')?.value ??
    '';

// Whether what is sent goes on though the page is left: browsers allow it up to 64 KB.
export const outlives = (body) => typeof body === 'string' && body.length < 60_000;

// What a status means where an answer may not be ours. The server says of what it sends whole how many bytes it is.
// What is too large is often refused by what stands before the application, and is decided all the same.
function meant(status, said, bytes) {
    const isOurs = said !== null && (said === '' || Number(said) === bytes);
    return isOurs || status >= 500 || status === 413 ? status : 0;
}
const NOTHING = {
    status: 0,
    ok: false,
    headers: new Headers(),
    text: () => '',
    json: () => null,
    blob: () => new Blob(),
};

// Answers always; with a status of 0 where nobody did. `json` is sent as such.
export async function http(address, {json, headers = {}, ...options} = {}) {
    const sends = {'X-Requested-With': 'fetch', ...headers};
    if (options.method && options.method !== 'GET') sends['X-CSRF-Token'] = token();
    if (json !== undefined) {
        options.body = JSON.stringify(json);
        options.keepalive ??= outlives(options.body);
        sends['Content-Type'] = 'application/json';
    }
    try {
        const answer = await fetch(address, {...options, headers: sends});
        const bytes = await answer.arrayBuffer();
        const status = meant(answer.status, answer.headers.get(OURS), bytes.byteLength);
        const text = () => new TextDecoder().decode(bytes);
        return {
            status,
            ok: status >= 200 && status < 300,
            headers: answer.headers,
            text,
            json() {
                try {
                    return JSON.parse(text());
                } catch {
                    return null;
                }
            },
            blob: () => new Blob([bytes], {type: answer.headers.get('Content-Type') ?? ''}),
        };
    } catch {
        return NOTHING;
    }
}

// The same of what htmx asked for.
export const statusOf = (xhr) =>
    xhr.status === 0
        ? 0
        : meant(xhr.status, xhr.getResponseHeader(OURS), new TextEncoder().encode(xhr.responseText).length);

part('body', ({on}) => {
    // What is not ours is shown to nobody, and changes nothing.
    on(document, 'htmx:beforeOnLoad', (event) => {
        const {xhr, requestConfig} = event.detail;
        if (statusOf(xhr) === xhr.status) return;
        event.preventDefault();
        if (requestConfig?.headers['X-Kept']) return;
        document.dispatchEvent(new CustomEvent('http:strange'));
    });
});
