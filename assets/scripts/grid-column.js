// The dialog of one column: its name, kind, place, recipe, and the order it shows the rows in.
import {change, column, columns, kinds, moveColumn, selectedColumn, showBy} from './grid.js';
import {part} from './parts.js';
import {t} from './sentences.js';

part('#grid', ({on}) => {
    const dialog = document.getElementById('column');
    let open = null;
    function openColumn(key) {
        open = column(key);
        const field = (id) => document.getElementById(id);
        field('column-title').textContent = `${open.letter} ${open.heading}`;
        field('column-name').value = open.heading;
        field('column-kind').value = open.said ? open.kind : '';
        field('column-kind').options[0].textContent = t('grid.kind_found', {
            kind: kinds()[open.said ? 'text' : open.kind].label,
        });
        field('column-order').value = open.monthFirst === null ? '' : String(open.monthFirst);
        field('column-dates').hidden = !kinds()[open.kind].dated;
        field('column-recipe').hidden = !open.says;
        field('column-says').textContent = open.says ?? '';
        dialog.showModal();
    }
    on(
        document,
        'click',
        (event) => {
            const more = event.target.closest('.more-column, #this-column');
            if (more) {
                event.stopPropagation();
                openColumn(more.dataset.column ?? selectedColumn());
                return;
            }
            const act = event.target.closest('[data-column-act]')?.dataset.columnAct;
            if (!act) return;
            const {key} = open;
            const at = columns().findIndex((one) => one.key === key);
            const beside = (by) => columns()[by < 0 ? at - 1 : at + 2]?.key ?? null;
            dialog.close();
            if (act === 'up' || act === 'down') showBy({key, dir: act === 'up' ? 'asc' : 'desc'});
            else if (act === 'unsorted') showBy(null);
            else if (act === 'left') at > 0 && moveColumn(key, beside(-1));
            else if (act === 'right') moveColumn(key, beside(1));
            else if (act === 'remove') change({op: 'column-remove', key});
            else if (act === 'plain') change({op: 'plain', key});
            else if (act === 'recipe')
                document.dispatchEvent(new CustomEvent('recipe:open', {detail: {key, recipe: open.recipe}}));
            else if (act === 'new') document.dispatchEvent(new CustomEvent('recipe:open', {detail: {from: key}}));
            else if (act === 'blank') change({op: 'column-add', heading: t('grid.new_column'), behind: key});
        },
        true,
    );
    on(document, 'change', (event) => {
        if (!open || !dialog.open) return;
        if (event.target.id === 'column-name')
            change({op: 'column-rename', key: open.key, heading: event.target.value});
        if (event.target.id === 'column-kind')
            change({op: 'kind', key: open.key, kind: event.target.value, monthFirst: open.monthFirst});
        if (event.target.id === 'column-order')
            change({
                op: 'kind',
                key: open.key,
                kind: open.said ? open.kind : '',
                monthFirst: event.target.value === '' ? null : event.target.value === 'true',
            });
    });
});
