import {kept, saves} from './saves.js';

// What all parts of the Compose screen share: its state, and asking the server for the next one.
export const work = () => document.getElementById('work');
export const side = () => document.getElementById('side');
export const url = (tail = '') => work().dataset.base + tail;
export const state = () => ({row: work().dataset.row, layer: work().dataset.layer, side: work().dataset.side, revision: work().dataset.revision});
export const selection = () => work().dataset.layer.split(',').filter(Boolean);
export const box = (id) => document.getElementById(`box-${id}`);
export const isTyping = (event) => Boolean(event.target.matches?.('input, select, textarea, [contenteditable]') || event.target.closest?.('dialog, [contenteditable]'));

// One after the other: an edit is made from what the one before it left. `values` may be a function, asked only then; once sent, an edit stays what it was,
// however often it has to be sent again, and has a token by which the server knows it.
const queue = saves(async (step) => {
    step.sends ??= {...state(), ...(step.verb === 'POST' ? {token: crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`} : {}), ...(typeof step.values === 'function' ? step.values() : step.values)};
    let status = 0;
    const answered = ({detail}) => { if (detail.requestConfig.headers['X-Kept']) status = detail.xhr.status; };
    document.addEventListener('htmx:beforeOnLoad', answered);
    await htmx.ajax(step.verb, step.address, {source: document.body, target: '#work', swap: 'morph:outerHTML', headers: {'X-Kept': '1'}, values: step.sends}).catch(() => {});
    document.removeEventListener('htmx:beforeOnLoad', answered);
    const why = kept(status);
    return why ? {kept: why} : {};
});
export const ask = (verb, address, values = {}) => queue.keep({verb, address, values});
export const edit = (tail, values = {}) => ask('POST', url(tail), values);
export const select = (ids) => ask('GET', url(), {layer: [ids].flat().join(','), revision: ''});

// With one of a group all of it.
export function withGroups(ids) {
    const groups = new Set(ids.map((id) => box(id)?.dataset.group).filter(Boolean));
    const all = new Set(ids);
    document.querySelectorAll('.box[data-group]').forEach((b) => groups.has(b.dataset.group) && all.add(b.dataset.box));
    return [...all];
}
