// Which rows are shown, and find and replace, which tells how often before it happens.
import {ask, change, columns, selected, selectedColumn, selectedIds, grid} from './grid.js';
import {part} from './parts.js';
import {t} from './sentences.js';

function filter() {
    const words = document.getElementById('grid-find').value.trim().toLowerCase();
    const which = document.getElementById('grid-which').value;
    const keep = (row) =>
        (!words || columns().some(({key}) => String(row[key]).toLowerCase().includes(words))) &&
        (which === 'all' || (which === 'bad' ? row._bad.length > 0 : which === 'off' ? row._off : row._draft));
    if (words || which !== 'all') grid().setFilter(keep);
    else grid().clearFilter();
}

part('#grid', ({on}) => {
    on(document, 'input', (event) => {
        if (event.target.id === 'grid-find') filter();
    });
    on(document, 'change', (event) => {
        if (event.target.id === 'grid-which') filter();
    });

    const finder = document.getElementById('replace');
    const question = () => ({
        op: 'replace',
        find: finder.querySelector('#find').value,
        with: finder.querySelector('#with').value,
        sameCase: finder.querySelector('#same-case').checked,
        keys:
            finder.querySelector('#where').value === 'column' || finder.querySelector('#where').value === 'selection'
                ? [
                      ...new Set(
                          finder.querySelector('#where').value === 'column'
                              ? [selectedColumn()]
                              : selected()
                                    .flat()
                                    .map((cell) => cell.getField()),
                      ),
                  ]
                : [],
        ids: finder.querySelector('#where').value === 'selection' ? selectedIds() : null,
    });
    let counting = 0;
    on(finder, 'input', () => {
        clearTimeout(counting);
        counting = setTimeout(async () => {
            if (!question().find) {
                document.getElementById('found').textContent = '';
                return;
            }
            const {json} = await ask({...question(), countOnly: true});
            document.getElementById('found').textContent =
                json.found === undefined
                    ? json.error
                    : json.found === 0
                      ? t('grid.not_found')
                      : t('grid.would_change', {count: json.found});
        }, 200);
    });
    on(finder, 'submit', (event) => {
        event.preventDefault();
        finder.closest('dialog').close();
        change(question());
    });
});
