// A table file dropped on the rows, or cells pasted where there are none yet, come in like a chosen one.
import {isTyping} from './typing.js';
import {part} from './parts.js';

const zone = (event) => event.target.closest?.('[data-drop-zone]');
// Pictures are for cells and for the design.
const table = (event) => {
    const files = [...(event.dataTransfer?.files ?? [])];
    return files.length === 1 && !/^image\/|pdf$|zip$/.test(files[0].type) ? files : null;
};

part('body', ({on}) => {
    on(document, 'dragover', (event) => {
        if (!zone(event)) return;
        event.preventDefault();
        zone(event).classList.add('over');
    });
    on(document, 'dragleave', (event) => zone(event)?.classList.remove('over'));
    on(
        document,
        'drop',
        (event) => {
            zone(event)?.classList.remove('over');
            const form = document.querySelector('form[data-drop]');
            const design = document.querySelector('.empty-card') && event.target.closest?.('.stage');
            if (!form || !(zone(event) || design)) return;
            event.preventDefault();
            if (!table(event)) return;
            event.stopImmediatePropagation();
            form.querySelector('input[type=file]').files = event.dataTransfer.files;
            form.requestSubmit();
        },
        true,
    );

    on(
        document,
        'paste',
        (event) => {
            const cells = event.clipboardData?.getData('text/plain') ?? '';
            const none = document.querySelector('.empty-card, .drop-here');
            if (!none || isTyping(event) || !/[\t\n]/.test(cells.trim())) return;
            event.preventDefault();
            event.stopImmediatePropagation();
            const field = document.getElementById('cells');
            field.value = cells;
            field.form.requestSubmit();
        },
        true,
    );

    // What was understood of a file is asked anew as soon as something is corrected.
    on(document, 'change', (event) => {
        if (event.target.form?.matches('[data-autosend]')) event.target.form.requestSubmit();
    });
});
