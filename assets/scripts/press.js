// The press sentence: which parts of it there are depends on the others. And a word when a run is done, for who wants one.
import './words.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const field = (id) => document.getElementById(id);

function reveal() {
    const order = field('order');
    if (!order) return;
    field('rows').hidden = field('which').value !== 'some';
    const chosen = [...order.querySelectorAll('[name="formats[]"]:checked')];
    const bound = chosen.every((format) => format.dataset.bound);
    const one = chosen.length === 1 && chosen[0].value === 'pdf';
    field('each').hidden = bound;
    field('name-foot').hidden = bound;
    field('file-ending').textContent = one ? '.pdf' : '.zip';
    for (const line of order.querySelectorAll('.format-line')) {
        const off = !chosen.some((format) => format.value === line.dataset.of);
        line.hidden = off;
        line.disabled = off;
    }
    for (const ground of order.querySelectorAll('.on-ground')) {
        const [how, colour, said] = [
            ground.querySelector('select'),
            ground.querySelector('[type=color]'),
            ground.querySelector('[type=hidden]'),
        ];
        colour.hidden = how.value !== 'colour';
        said.value = how.value === 'colour' ? colour.value : how.value;
    }
}
const mayTell = 'Notification' in window;

part('body', ({on}) => {
    // At least one of them stays: an order of nothing makes nothing.
    on(
        document,
        'change',
        (event) => {
            if (event.target.name === 'formats[]' && !field('order').querySelector('[name="formats[]"]:checked')) {
                event.target.checked = true;
            }
            reveal();
            if (event.target.id === 'which' && event.target.value === 'some') field('rows').focus();
        },
        true,
    );
    // Rows that were picked go along to the page of a format.
    on(document, 'click', (event) => {
        const link = event.target.closest('a.format');
        if (link && field('which').value === 'some') link.search = new URLSearchParams({rows: field('rows').value});
    });
    reveal();
    // What is planned and estimated may be otherwise with pictures that came in.
    on(document, 'pictures:came', () => htmx.trigger('#order', 'change'));

    // Runs that somebody wants to be told of.
    const wanted = new Set();

    function offer() {
        for (const button of document.querySelectorAll('[data-tell]')) {
            const run = button.closest('.run').id;
            button.hidden = !mayTell || Notification.permission === 'denied';
            button.disabled = wanted.has(run);
            if (wanted.has(run)) button.textContent = t('press.notified');
        }
        for (const run of wanted) {
            const card = field(run);
            if (!card || card.dataset.state === 'going') continue;
            wanted.delete(run);
            new Notification(t('run_state', {run: card.dataset.run, state: card.dataset.state}), {
                body: card.querySelector('.state-ok')?.parentElement.textContent.replace(/\s+/g, ' ').trim() ?? '',
                tag: run,
            });
        }
    }
    on(document, 'click', async (event) => {
        const button = event.target.closest('[data-tell]');
        if (!button) return;
        const run = button.closest('.run').id;
        if ((await Notification.requestPermission()) === 'granted') wanted.add(run);
        offer();
    });
    on(document, 'htmx:afterSettle', offer);
    offer();
});

// The name of an order changes nothing of what is made; Enter in it keeps the order, and makes nothing.
part('#kept', ({element, on}) => {
    on(element, 'change', (event) => event.stopPropagation());
    on(element, 'keydown', (event) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        field('keep').click();
    });
});
