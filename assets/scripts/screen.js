import {http, outlives, statusOf} from './http.js';
import {id} from './ids.js';
import {notice} from './notices.js';
import {kept, saves} from './saves.js';
import {wordsOf} from './words-editor.js';
import {part} from './parts.js';
import {t} from './sentences.js';

// What all parts of the Compose screen share: its state, and asking the server for the next one.
export {isTyping} from './typing.js';

const steps = {
    // The one that is on its way.
    running: null,
    // Flipping on before the row is there counts on from it.
    flipping: null,
};

export const work = () => document.getElementById('work');
export const page = () => document.getElementById('page');
export const url = (tail = '') => work().dataset.base + tail;
const where = () => ({
    row: work().dataset.row,
    layer: work().dataset.layer,
    page: work().dataset.page,
    touch: work().dataset.touch ?? '',
    ...(work().dataset.scene ? {scene: work().dataset.scene} : {}),
});
export const state = () => ({...where(), revision: work().dataset.revision});
export const selection = () => work().dataset.layer.split(',').filter(Boolean);
export const box = (id) => document.getElementById(`box-${id}`);
// Packages that bring styles of their own are let in by this.
export const nonce = () => document.querySelector('script[nonce]').nonce;

// One after the other: an edit is made from what the one before it left. What scripts ask for and what the controls of
// the page ask for goes through the same queue. A step means the row and the layer it was made on; only where the answer
// to an earlier step says what is selected (a new layer, undo) it takes what that answer brings. Once sent, a step stays
// what it was, however often it has to be sent again, and has a token by which the server knows it.
const SELECTS = /\/(add|duplicate|paste|picture|art|link|remove|undo|redo|untouch)$/;
const selects = (step) => step.verb === 'post' && SELECTS.test(step.address);
const queue = saves(async (step) => {
    steps.running = step;
    step.token ??= id();
    if (!step.sent) {
        const values = typeof step.values === 'function' ? step.values() : step.values;
        // What it was meant for is not there any more, and nothing is left to be done.
        if (values === null) return {status: 204};
        step.sent = {
            ...where(),
            ...step.where,
            ...(step.verb === 'post' ? {revision: work().dataset.revision, token: step.token} : {revision: ''}),
            ...values,
        };
    }
    const status = await new Promise((answered) => {
        const after = ({detail}) => {
            if (detail.requestConfig?.headers['X-Kept'] !== step.token) return;
            document.removeEventListener('htmx:afterRequest', after);
            answered(statusOf(detail.xhr));
        };
        document.addEventListener('htmx:afterRequest', after);
        htmx.ajax(step.verb, step.address, {
            source: step.source ?? document.body,
            target: '#work',
            swap: 'morph:outerHTML',
            headers: {'X-Kept': step.token},
            values: step.sent,
        }).catch(() => {});
    });
    steps.running = null;
    const why = kept(status);
    if (why) return {kept: why};
    step.source?.remove();
    if (status >= 400 && status !== 422)
        notice(status === 413 ? t('server.too_large') : t('server.refused', {status}), true);
    return {status};
});
function keep(step) {
    const {row, ...made} = where();
    // Which row is shown is nobody's business but of who touches its piece up.
    if (made.touch) made.row = row;
    return queue.keep({...step, where: queue.waiting().some(selects) ? null : made});
}
// `values` may be a function, asked only when it comes to it.
export const ask = (verb, address, values = {}, more = {}) =>
    keep({verb: verb.toLowerCase(), address, values, ...more});
export const edit = (tail, values = {}) => ask('POST', url(tail), values);
export const select = (ids) => ask('GET', url(), {layer: [ids].flat().join(',')});
export function flip(by) {
    const waits = steps.flipping && queue.waiting().includes(steps.flipping) && !steps.flipping.sent;
    if (waits) {
        steps.flipping.by += by;
        return null;
    }
    const step = {
        verb: 'get',
        address: url(),
        by,
        values: () => ({row: Math.max(1, Number(work().dataset.row) + step.by), flips: 1}),
        where: null,
    };
    steps.flipping = step;
    return queue.keep(step);
}

// A layer over all of the page is paper to whoever drops or draws something on it; while it is selected it is a layer.
export function isPaper(one) {
    if (selection().includes(one.dataset.box)) return false;
    const {width, height} = JSON.parse(one.dataset.frame);
    return width * height >= 0.9 * work().dataset.width * work().dataset.height;
}

// With one of a group all of it.
export function withGroups(ids) {
    const groups = new Set(ids.map((id) => box(id)?.dataset.group).filter(Boolean));
    const all = new Set(ids);
    document.querySelectorAll('.box[data-group]').forEach((b) => groups.has(b.dataset.group) && all.add(b.dataset.box));
    return [...all];
}

// A redraw takes nothing out of anybody's hands: words that are being typed and their caret stay, so does a field in
// which something was typed that is not sent yet, and what lies over the page only while somebody works on it.
const stays = (node) => node.nodeType === Node.ELEMENT_NODE && (node.id === 'words-in-place' || node.id === 'handles');

part('#work', ({on}) => {
    // Who closes the page loses nothing that is on its way: it is sent once more, and made once, for it has the same token.
    on(window, 'pagehide', () => {
        if (steps.running?.verb !== 'post' || steps.running.source || !steps.running.sent) return;
        const pairs = Object.entries(steps.running.sent).flatMap(([name, said]) =>
            [said].flat().map((one) => [name, one]),
        );
        const body = new URLSearchParams(pairs).toString();
        const headers = {'HX-Request': 'true', 'Content-Type': 'application/x-www-form-urlencoded'};
        // The page is going: nobody waits for its answer.
        http(steps.running.address, {method: 'POST', keepalive: outlives(body), headers, body});
    });
    // While later steps wait, an answer that only draws what they change again is not shown: the screen would go back under
    // somebody's hands. Its revision is what the next step is made from.
    on(document, 'htmx:beforeSwap', ({detail}) => {
        if (!steps.running || detail.requestConfig?.headers['X-Kept'] !== steps.running.token) return;
        const revision = detail.xhr.getResponseHeader('X-Revision');
        const isLast = queue.waiting().length < 2;
        if (
            steps.running.verb !== 'post' ||
            selects(steps.running) ||
            isLast ||
            revision === null ||
            detail.xhr.status !== 200
        )
            return;
        detail.shouldSwap = false;
        work().dataset.revision = revision;
    });
    // What a control asks is taken down when it is used: by the time it is sent, the control may be drawn anew or gone.
    on(document, 'htmx:confirm', (event) => {
        const {elt, verb, path, target} = event.detail;
        if (elt === document.body || target?.id !== 'work' || elt.closest('[hx-encoding]')) return;
        event.preventDefault();
        const named = htmx.values(elt, verb);
        const values = Object.fromEntries(Object.keys(named).map((name) => [name, named[name]]));
        for (let one = elt; one && one !== work(); one = one.parentElement) {
            const more = one.getAttribute('hx-vals');
            if (more === 'unset') break;
            if (more) Object.assign(values, {...JSON.parse(more), ...values});
        }
        ask(verb, path, values);
    });
    Object.assign(window.Idiomorph.defaults.callbacks, {
        beforeNodeRemoved: (node) => !stays(node),
        beforeNodeMorphed(node, fresh) {
            if (node.nodeType !== Node.ELEMENT_NODE) return true;
            if (node.dataset.words !== undefined && fresh.dataset?.words !== undefined) {
                // The words of another layer: those of the one before are sent first.
                if (node.dataset.layer !== fresh.dataset.layer) {
                    wordsOf(node).tellNow();
                    if (node.contains(document.activeElement)) document.activeElement.blur();
                }
                for (const {name, value} of fresh.attributes)
                    if (node.getAttribute(name) !== value) node.setAttribute(name, value);
                return false;
            }
            const isTyped =
                node === document.activeElement && node.matches('input, textarea') && node.value !== node.defaultValue;
            return !(isTyped && node.id === fresh.id);
        },
    });
});
