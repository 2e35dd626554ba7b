import {copyText} from './copy-text.js';
import {part} from './parts.js';
import {t} from './sentences.js';

part('body', ({on}) => {
    // An address is copied by its button, which says so for a moment.
    on(document, 'click', async (event) => {
        const button = event.target.closest('[data-copy]');
        if (!button) return;
        if (!(await copyText(button.dataset.copy))) return;
        button.textContent = t('copied');
        setTimeout(() => {
            button.textContent = t('copy');
        }, 2000);
    });

    // Questions of a form change places; their names follow, as forms are sent in the order in which they stand.
    on(document, 'click', (event) => {
        const button = event.target.closest('[data-move]');
        if (!button) return;
        const line = button.closest('tr');
        const other = button.dataset.move < 0 ? line.previousElementSibling : line.nextElementSibling;
        if (!other) return;
        if (button.dataset.move < 0) other.before(line);
        else other.after(line);
        [...line.parentElement.children].forEach((one, i) => {
            for (const field of one.querySelectorAll('[name^="fields["]')) field.name = field.name.replace(/\d+/, i);
        });
        button.focus();
    });
    on(document, 'change', (event) => {
        if (event.target.dataset.kind === undefined) return;
        event.target.parentElement.querySelector('textarea').hidden = event.target.value !== 'choice';
    });
});
