// Messages at the foot of the page: they can be dismissed; good news leaves by itself, and at once for newer.
import {part} from './parts.js';
import {t} from './sentences.js';

const region = () => document.getElementById('notices');
const LIFETIME = 9000;

export function notice(text, bad = false) {
    const element = document.createElement('div');
    element.className = bad ? 'notice bad' : 'notice';
    if (bad) element.setAttribute('role', 'alert');
    const words = document.createElement('span');
    words.textContent = text;
    const close = document.createElement('button');
    close.type = 'button';
    close.dataset.dismiss = '';
    close.setAttribute('aria-label', t('dismiss'));
    close.textContent = '×';
    element.append(words, close);
    region().append(element);
    return element;
}

// Edits that are kept until they are saved are told of elsewhere.
const isKept = (event) => event.detail.requestConfig?.headers['X-Kept'];

part('#notices', ({element, on, end}) => {
    on(document, 'click', (event) => {
        event.target.closest('[data-dismiss]')?.closest('.notice').remove();
    });

    const watch = new MutationObserver((changes) => {
        for (const change of changes)
            for (const node of change.addedNodes) {
                if (!(node instanceof HTMLElement) || node.classList.contains('bad')) continue;
                for (const older of [...element.children])
                    if (older !== node && !older.classList.contains('bad')) older.remove();
                setTimeout(() => node.remove(), LIFETIME);
            }
    });
    watch.observe(element, {childList: true});
    end(() => watch.disconnect());
    for (const node of element.children) if (!node.classList.contains('bad')) setTimeout(() => node.remove(), LIFETIME);
    on(document, 'htmx:responseError', (event) => {
        if (isKept(event)) return;
        const status = event.detail.xhr.status;
        const said = event.detail.xhr.responseText;
        notice(
            status === 401
                ? t('signed_out')
                : status === 403
                  ? t('stale')
                  : status === 404
                    ? t('gone')
                    : said.length < 300 && !said.includes('<') && said
                      ? said
                      : t('failed'),
            true,
        );
    });
    on(document, 'http:strange', () => notice(t('no_answer'), true));
    on(document, 'htmx:sendError', (event) => isKept(event) || notice(t('no_answer'), true));
});
