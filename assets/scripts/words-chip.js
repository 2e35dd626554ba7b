// The dialog that says how a column is shown.
import {editorAt, wordsOf} from './words-editor.js';
import {part} from './parts.js';

const field = (id) => document.getElementById(`chip-${id}`);

function reveal() {
    field('counted').hidden = field('shown').value !== 'counted';
    field('own').hidden = field('shown').value !== 'own';
}

part('#chip-dialog', ({element: dialog, on}) => {
    let open = null;
    on(document, 'click', ({target}) => {
        const chip = target.closest('[data-words] .chip');
        if (!chip) return;
        const words = wordsOf(editorAt(chip));
        const at = Number(chip.dataset.at);
        const {part} = words.atoms[at];
        open = {words, at, part};
        field('title').textContent = [...chip.childNodes]
            .filter((node) => node.nodeName !== 'SMALL')
            .map((node) => node.textContent)
            .join('')
            .trim();
        ['shown', 'one', 'other', 'source'].forEach((name) => {
            field(name).value = part[name];
        });
        reveal();
        dialog.showModal();
    });
    on(document, 'keydown', (event) => {
        const chip = event.target.closest?.('[data-words] .chip');
        if (!chip || (event.key !== 'Enter' && event.key !== ' ')) return;
        event.preventDefault();
        chip.click();
    });
    on(field('shown'), 'change', reveal);
    on(dialog, 'close', () => {
        const {words, at, part} = open;
        open = null;
        if (dialog.returnValue === 'remove') words.remove(at, at + 1);
        else if (dialog.returnValue === 'ok')
            words.change(
                at,
                Object.assign(
                    {...part},
                    ...['shown', 'one', 'other', 'source'].map((name) => ({[name]: field(name).value})),
                ),
            );
        else words.select(at + 1);
    });
    on(field('ok').form, 'keydown', (event) => {
        if (event.key === 'Enter' && event.target.matches('input, select')) {
            event.preventDefault();
            field('ok').click();
        }
    });
});
