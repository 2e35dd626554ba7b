// Copy and paste as spreadsheets write it; pictures dropped or pasted on a cell.
import {notice} from './notices.js';
import {http} from './http.js';
import {format, parse} from './tsv.js';
import {base, changeCells, column, columns, gridHasKeys, reload, selected, set, grid} from './grid.js';
import {part} from './parts.js';
import {t} from './sentences.js';

// Pictures dropped or pasted on a cell: the first goes there, others into the cells below
const isPicture = (file) => file.type.startsWith('image/') || file.type === 'application/pdf';
async function bringPictures(files, id, key) {
    if (column(key).recipe) {
        notice(t('grid.computed'), true);
        return;
    }
    const names = [];
    const notices = [];
    const said = files.length > 3 ? notice('') : null;
    for (const [i, file] of files.entries()) {
        if (said) said.firstChild.textContent = t('grid.uploading', {count: i + 1, all: files.length});
        const body = new FormData();
        body.append('pictures[]', file);
        const answer = await http(`${base()}/pictures/drop`, {method: 'POST', body});
        const came = (answer.ok && answer.json()) || {
            names: [],
            notices: [t('grid.upload_failed', {name: file.name})],
        };
        names.push(...came.names);
        notices.push(...came.notices);
    }
    said?.remove();
    if (notices.length) notice(notices.join(' '), true);
    if (!names.length) return;
    const rows = grid()
        .getRows('active')
        .map((row) => row.getData()._id);
    const start = rows.indexOf(id);
    await reload();
    changeCells(
        Object.fromEntries(names.slice(0, rows.length - start).map((name, i) => [rows[start + i], {[key]: name}])),
        {did: 'pictures'},
    );
}
const cellUnder = (event) => event.target.closest?.('#grid .tabulator-cell[tabulator-field]:not(.row-header)');

part('#grid', ({element, on}) => {
    ['copy', 'cut'].forEach((type) =>
        on(document, type, (event) => {
            if (!gridHasKeys() || !selected().length) return;
            event.preventDefault();
            event.clipboardData.setData(
                'text/plain',
                format(selected().map((line) => line.map((cell) => String(cell.getValue() ?? '')))),
            );
            if (type === 'cut') set(() => '');
            else notice(t('copied'));
        }),
    );
    on(document, 'paste', (event) => {
        if (!gridHasKeys()) return;
        const text = event.clipboardData.getData('text/plain');
        const from = selected()[0]?.[0];
        const pictures = [...event.clipboardData.files].filter(isPicture);
        if (from && !text && pictures.length) {
            event.preventDefault();
            bringPictures(pictures, from.getData()._id, from.getField());
            return;
        }
        if (!text || !from) return;
        event.preventDefault();
        const lines = parse(text);
        if (lines.length === 1 && lines[0].length === 1 && selected().flat().length > 1) {
            set(() => lines[0][0]);
            return;
        }
        const rows = grid().getRows('active');
        const start = rows.findIndex((row) => row.getData()._id === from.getData()._id);
        const keys = columns().slice(columns().findIndex((one) => one.key === from.getField()));
        const cells = {};
        const fresh = [];
        lines.forEach((line, r) => {
            const values = {};
            line.forEach((value, c) => {
                if (keys[c] && !keys[c].recipe) values[keys[c].key] = value;
            });
            const row = rows[start + r];
            if (row) cells[row.getData()._id] = values;
            else fresh.push(values);
        });
        changeCells(cells, {
            new: fresh,
            did: 'pasted',
        });
    });
    let over = null;
    const lit = (cell) => {
        over?.classList.remove('drop-here-cell');
        over = cell;
        over?.classList.add('drop-here-cell');
    };
    on(element, 'dragover', (event) => lit(cellUnder(event)));
    on(element, 'dragleave', () => lit(null));
    on(element, 'drop', (event) => {
        const cell = over;
        lit(null);
        const files = [...event.dataTransfer.files];
        if (!files.length || !files.every(isPicture)) return;
        event.preventDefault();
        event.stopPropagation();
        element.closest('[data-drop-zone]').classList.remove('over');
        if (cell)
            bringPictures(
                files,
                Number(cell.closest('.tabulator-row').dataset.id),
                cell.getAttribute('tabulator-field'),
            );
        else notice(t('grid.drop_on_cell'));
    });
});
