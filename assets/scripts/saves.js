// Changes on their way to the server. They are kept until it has answered, tried again, and said in a strip under the
// bar as long as they are not saved.
import {copyText} from './copy-text.js';
import {http} from './http.js';
import {notice} from './notices.js';
import {saveQueue} from './save-queue.js';
import {part} from './parts.js';
import {t} from './sentences.js';

// ---- the session
// After signing in again the page's forms and requests go on with the new session's token.
async function renewed() {
    const said = (await http(document.body.dataset.token)).json();
    if (!said) return 'silent';
    const {member, token: fresh} = said;
    if (member === null) return 'out';
    if (String(member) !== document.body.dataset.member) return 'other';
    document.body.setAttribute('hx-headers', JSON.stringify({'X-CSRF-Token': fresh}));
    document.querySelectorAll('input[name="_token"]').forEach((input) => {
        input.value = fresh;
    });
    return null;
}

// What an answer means: null where the server has decided, whatever it decided; else why the change is kept.
export function kept(status) {
    if (status === 401 || status === 403) return 'out';
    if (status === 404) return 'gone';
    if (status === 0) return 'silent';
    return status >= 500 || status === 429 ? 'broken' : null;
}

// Changes of one part of a page; `text` tells changes in words, for copying them out.
export function saves(send, text = null) {
    const queue = saveQueue({send, renew: renewed, changed: show});

    function show() {
        document.body.toggleAttribute('data-saving', queue.isSending());
        if (!queue.isSending()) strip();
    }
    function strip() {
        let bar = document.getElementById('unsaved');
        const why = queue.why();
        document.body.classList.toggle('has-unsaved', why !== null);
        if (why === null) {
            bar?.remove();
            return;
        }
        const count = queue.waiting().length;
        const words = t('saves.waiting', {count});
        const made = (name, attributes, ...inside) => {
            const e = document.createElement(name);
            Object.assign(e, attributes);
            e.append(...inside);
            return e;
        };
        if (!bar) {
            bar = made('div', {id: 'unsaved', className: 'unsaved'});
            bar.setAttribute('role', 'alert');
            (document.getElementById('bar') ?? document.body.firstElementChild).after(bar);
        }
        if (bar.dataset.says === words + why) return;
        bar.dataset.says = words + why;
        const act = (name, says, go) =>
            made('button', {id: name, type: 'button', className: 'btn btn-plain', textContent: says, onclick: go});
        bar.replaceChildren(made('span', {}, made('b', {textContent: words}), ' ', t(`saves.why.${why}`)));
        if (why === 'out' || why === 'other')
            bar.append(
                made('a', {
                    className: 'btn btn-plain',
                    href: document.body.dataset.signIn,
                    target: '_blank',
                    textContent: t('saves.sign_in'),
                }),
            );
        bar.append(act('save-now', t('saves.try_now'), () => queue.tryNow()));
        if (text) bar.append(act('copy-unsaved', t('saves.copy'), copy));
    }
    async function copy() {
        const all = queue.waiting();
        if (!(await copyText(all.map(text).join('\n')))) return;
        notice(t('saves.copied', {count: all.length}));
    }
    queues.push(queue);
    return queue;
}

const queues = [];
const busy = () => queues.filter((queue) => queue.isBusy());
const afterSaving = (go) => Promise.all(busy().map((queue) => queue.whenSaved())).then(go);

part('body', ({on}) => {
    // Whoever comes back to the page, or gets the line back, need not wait.
    for (const type of ['online', 'focus']) on(window, type, () => queues.forEach((queue) => queue.again()));
    // A change that is being sent arrives even if the page goes; the browser asks only where something would be lost.
    on(window, 'beforeunload', (event) => {
        if (queues.some((queue) => queue.why() || queue.waiting().length > 1)) event.preventDefault();
    });
    // Links and forms that lead away wait until what is on its way has been answered.
    on(window, 'click', (event) => {
        const link = event.target.closest?.('a[href]');
        const elsewhere = event.button || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey;
        if (!link || event.defaultPrevented || elsewhere || link.target || link.hasAttribute('download')) return;
        if (link.getAttribute('href').startsWith('#') || !busy().length) return;
        event.preventDefault();
        afterSaving(() => location.assign(link.href));
    });
    on(window, 'submit', (event) => {
        if (event.defaultPrevented || event.target.method === 'dialog' || !busy().length) return;
        event.preventDefault();
        afterSaving(() => event.target.requestSubmit(event.submitter));
    });
});
