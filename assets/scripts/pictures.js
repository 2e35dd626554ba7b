// Pictures, artwork, fonts and sizes: the dialogs of the Compose screen, and files dropped on the stage.
import {ask, edit, isTyping, url} from './screen.js';
import {notice} from './notices.js';
import './focus.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const dialog = (id) => document.getElementById(id);

// Files go by their forms; the answer is the whole work area.
const send = (address, values) => ask('POST', address, values);
function bring(address, values) {
    const file = values.art ?? values['pictures[]'];
    notice(t('pictures.importing', {name: file.name}));
    // Through a form of its own: only forms carry files.
    const form = document.createElement('form');
    form.hidden = true;
    form.setAttribute('hx-encoding', 'multipart/form-data');
    document.body.append(form);
    for (const [name, value] of Object.entries(values)) {
        const input = document.createElement('input');
        input.name = name;
        if (value instanceof File) {
            input.type = 'file';
            const holder = new DataTransfer();
            holder.items.add(value);
            input.files = holder.files;
        } else input.value = value;
        form.append(input);
    }
    return ask('POST', address, {}, {source: form});
}

// One file dropped on the stage is artwork; several go to the pictures.
const stage = (event) => event.target.closest?.('.stage') && [...(event.dataTransfer?.types ?? [])].includes('Files');

part('#work', ({on, end}) => {
    let replacing = false;

    // What a dialog shows is asked for when it opens.
    const watch = new MutationObserver((changes) =>
        changes.forEach(
            ({target}) =>
                target.open &&
                target.querySelector('[hx-trigger="opened"]') &&
                htmx.trigger(target.querySelector('[hx-trigger="opened"]'), 'opened'),
        ),
    );
    watch.observe(document.body, {subtree: true, attributeFilter: ['open']});
    end(() => watch.disconnect());

    function library(change) {
        replacing = change;
        dialog('library').showModal();
    }
    on(document, 'click', (event) => {
        const what = event.target.closest('[data-picture]')?.dataset.picture;
        if (what === 'library') return library(false);
        if (what === 'artwork') return dialog('artwork').showModal();
        if (what === 'placeholder') return edit('/add', {kind: 'picture'});
        const opener = event.target.closest('[data-library]');
        if (opener) return library(opener.dataset.library === 'change');
        const say = event.target.closest('[data-say]');
        if (say) return notice(say.dataset.say);
        const use = event.target.closest('[data-use]');
        if (use) {
            dialog('library').close();
            return replacing
                ? edit('/set', {'set[picture]': use.dataset.use})
                : edit('/picture', {name: use.dataset.use});
        }
        const family = event.target.closest('[data-family]');
        if (family) {
            dialog('fonts').close();
            edit('/set', {'set[style.family]': family.dataset.family});
        }
    });

    // Fonts by name or kind
    on(document, 'input', (event) => {
        if (event.target.id !== 'font-search') return;
        const words = event.target.value.toLowerCase().split(/\s+/).filter(Boolean);
        const lines = [...document.querySelectorAll('#font-list li')];
        lines.forEach((line) => {
            line.hidden = !words.every((word) => line.dataset.search.includes(word));
        });
        document.getElementById('font-none').hidden = lines.some((line) => !line.hidden);
    });
    on(document, 'submit', (event) => {
        const form = event.target;
        if (form.dataset.art) {
            event.preventDefault();
            form.closest('dialog').close();
            bring(form.dataset.art, Object.fromEntries(new FormData(form)));
            form.reset();
        } else if (form.dataset.size) {
            event.preventDefault();
            form.closest('dialog').close();
            send(form.dataset.size, Object.fromEntries(new FormData(form)));
        }
    });
    on(document, 'dragover', (event) => {
        if (!stage(event)) return;
        event.preventDefault();
        document.getElementById('page').classList.add('drop');
    });
    on(document, 'dragleave', (event) => {
        if (event.target.closest?.('.stage')) document.getElementById('page').classList.remove('drop');
    });
    on(document, 'drop', async (event) => {
        if (!stage(event)) return;
        event.preventDefault();
        document.getElementById('page').classList.remove('drop');
        const files = [...event.dataTransfer.files];
        if (files.length === 1 && !files[0].name.endsWith('.zip'))
            return bring(url('/art'), {art: files[0], place: 'layer', pdf_page: '1'});
        library(false);
        const body = document.getElementById('library-body');
        body.addEventListener(
            'htmx:afterSettle',
            () => {
                const input = document.getElementById('library-files');
                const holder = new DataTransfer();
                files.forEach((file) => holder.items.add(file));
                input.files = holder.files;
                input.dispatchEvent(new Event('change', {bubbles: true}));
            },
            {once: true},
        );
    });

    // Pictures that came in, here or by a worker, are on the stage at once.
    on(document, 'htmx:afterSettle', ({target}) => {
        if (target.id === 'library-body') document.dispatchEvent(new CustomEvent('pictures:brought'));
    });
    on(document, 'pictures:came', () => ask('GET', url()));

    on(document, 'focus:set', ({detail}) => ask('POST', detail.address, {x: detail.x, y: detail.y}));
    on(
        document,
        'keydown',
        (event) => {
            if (
                !isTyping(event) &&
                !event.ctrlKey &&
                !event.metaKey &&
                !event.altKey &&
                event.key.toLowerCase() === 'v'
            ) {
                document.querySelector('[id^="page-"][aria-pressed="false"]')?.click();
            }
        },
        true,
    );
});
