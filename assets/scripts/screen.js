import {kept, saves} from './saves.js';

// What all parts of the Compose screen share: its state, and asking the server for the next one.
export const work = () => document.getElementById('work');
export const side = () => document.getElementById('side');
export const url = (tail = '') => work().dataset.base + tail;
export const state = () => ({
    row: work().dataset.row,
    layer: work().dataset.layer,
    side: work().dataset.side,
    revision: work().dataset.revision,
    touch: work().dataset.touch ?? '',
    ...(work().dataset.beat ? {beat: work().dataset.beat} : {}),
});
export const selection = () => work().dataset.layer.split(',').filter(Boolean);
export const box = (id) => document.getElementById(`box-${id}`);
export {isTyping} from './typing.js';

// One after the other: an edit is made from what the one before it left. What is asked by scripts and what the controls
// of the rule line ask goes through the same queue. Once sent, a step stays what it was, however often it has to be
// sent again, and has a token by which the server knows it.
let running = null;
const queue = saves(async (step) => {
    running = step;
    step.token ??= crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`;
    step.started = false;
    const status = await new Promise((answered) => {
        const after = ({detail}) => {
            if (detail.requestConfig?.headers['X-Kept'] !== step.token) return;
            document.removeEventListener('htmx:afterRequest', after);
            answered(detail.xhr.status);
        };
        document.addEventListener('htmx:afterRequest', after);
        if (step.issue) step.issue();
        else
            htmx.ajax(step.verb, step.address, {
                source: document.body,
                target: '#work',
                swap: 'morph:outerHTML',
                values: step.values,
            }).catch(() => {});
        // A control that is gone by now asks nothing.
        if (!step.started) {
            document.removeEventListener('htmx:afterRequest', after);
            answered(204);
        }
    });
    running = null;
    const why = kept(status);
    return why ? {kept: why} : {};
});
document.addEventListener('htmx:configRequest', ({detail}) => {
    if (!running || running.started) return;
    running.started = true;
    detail.headers['X-Kept'] = running.token;
    if (detail.verb !== 'post') return;
    running.revision ??= detail.parameters.revision ?? '';
    detail.parameters.revision = running.revision;
    detail.parameters.token = running.token;
});
document.addEventListener('htmx:confirm', (event) => {
    const {elt, verb, target, issueRequest} = event.detail;
    if (elt === document.body || verb !== 'post' || target?.id !== 'work') return;
    event.preventDefault();
    queue.keep({issue: () => issueRequest(true)});
});
// `values` may be a function, asked only when it comes to it.
export const ask = (verb, address, values = {}) =>
    queue.keep({
        verb: verb.toLowerCase(),
        address,
        get values() {
            this.sent ??= {...state(), ...(typeof values === 'function' ? values() : values)};
            return this.sent;
        },
    });
export const edit = (tail, values = {}) => ask('POST', url(tail), values);
export const select = (ids) => ask('GET', url(), {layer: [ids].flat().join(','), revision: ''});

// With one of a group all of it.
export function withGroups(ids) {
    const groups = new Set(ids.map((id) => box(id)?.dataset.group).filter(Boolean));
    const all = new Set(ids);
    document.querySelectorAll('.box[data-group]').forEach((b) => groups.has(b.dataset.group) && all.add(b.dataset.box));
    return [...all];
}
