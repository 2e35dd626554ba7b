// The grid of the Rows screen: its columns, and how it begins.
import {
    ROW,
    hasLinks,
    changeCells,
    column,
    columns,
    count,
    drawNow,
    hold,
    kinds,
    place,
    reload,
    root,
    rows,
    selected,
    grid,
} from './grid.js';
import {editor, element, heading, made, number, handed, shown} from './grid-look.js';
import './grid-clipboard.js';
import './grid-column.js';
import './grid-find.js';
import './grid-drag.js';
import './grid-keys.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const sorter = (a, b, one, other) => place(one.getData()._id) - place(other.getData()._id);
// As wide as what stands in it, within reason. Cells are in letters of one width, so counting does, and nothing needs
// to be laid out for it.
const [LETTER, NARROWEST, WIDEST, PADDING, PICTURE] = [8.2, 110, 320, 24, 38];
const letters = (text) => [...text].reduce((sum, c) => sum + (c > '\u2E80' ? 2 : 1), 0);
function width(one, sample) {
    const longest = sample
        .slice(0, 200)
        .reduce(
            (most, row) =>
                Math.max(
                    most,
                    String(row[one.key] ?? '').length > most ? letters(String(row[one.key]).split('\n', 1)[0]) : 0,
                ),
            0,
        );
    const cells = longest * LETTER + PADDING + (one.kind === 'picture' || one.kind === 'colour' ? PICTURE : 0);
    return Math.round(Math.max(NARROWEST, one.heading.length * 8 + 84, Math.min(WIDEST, cells)));
}
// Files and pages are not typed: they stand behind the columns, once there are any.
const behind = (title, words, field, formatter) => ({
    title,
    field,
    titleFormatter: () =>
        element('div', 'heading', element('span', 'h', element('b', '', title)), element('small', '', words)),
    headerSort: false,
    width: 220,
    minWidth: 60,
    formatter,
    cssClass: 'made',
});
const definitions = (sample) => [
    ...columns().map((one) => ({
        width: width(one, sample),
        title: one.heading,
        field: one.key,
        titleFormatter: heading,
        titleFormatterParams: {key: one.key},
        headerSort: false,
        sorter,
        minWidth: 60,
        formatter: shown,
        formatterParams: {key: one.key},
        hozAlign: kinds()[one.kind].numeric ? 'right' : 'left',
        editor: one.recipe ? false : editor,
        cssClass: one.recipe ? 'made' : '',
    })),
    ...(hasLinks('file') ? [behind(t('grid.file'), t('grid.file_about'), '_file', made)] : []),
    ...(hasLinks('page') ? [behind(t('grid.page'), t('grid.page_about'), '_page', handed)] : []),
];

function status() {
    const all = grid().getData();
    const bad = all.reduce((sum, row) => sum + (row._bad?.length ?? 0), 0);
    const off = all.filter((row) => row._off).length;
    const drafts = all.filter((row) => row._draft).length;
    const blank = all.filter((row) => row._blank).length;
    document.getElementById('grid-status').textContent = t('grid.status', {rows: all.length, off, drafts, blank, bad});
    document.getElementById('accept-drafts').hidden = !drafts;
}

function begin() {
    const table = new window.Tabulator(root(), {
        data: rows(),
        index: '_id',
        columns: definitions(rows()),
        height: '100%',
        rowHeight: ROW,
        renderVerticalBuffer: 10 * ROW,
        layout: 'fitData',
        placeholder: t('grid.none'),
        rowHeader: {
            field: '_no',
            headerSort: false,
            resizable: false,
            frozen: true,
            width: 94,
            formatter: number,
            cssClass: 'row-header',
            title: t('grid.row'),
            titleFormatter: () => element('span', 'visually-hidden', t('grid.row')),
        },
        selectableRange: 1,
        selectableRangeColumns: true,
        selectableRangeRows: true,
        selectableRangeClearCells: false,
        editTriggerEvent: 'dblclick',
        clipboard: false,
        rowFormatter: (row) => {
            row.getElement().dataset.id = row.getData()._id;
            row.getElement().classList.toggle('row-off', Boolean(row.getData()._off));
            row.getElement().classList.toggle('row-draft', Boolean(row.getData()._draft));
            row.getElement()
                .querySelectorAll('[tabindex="0"]')
                .forEach((cell) => {
                    cell.tabIndex = -1;
                });
        },
        columnDefaults: {resizable: 'header'},
    });
    hold(table, definitions);
    table.on('cellEdited', (cell) => {
        const at = (value) => ({[cell.getData()._id]: {[cell.getField()]: String(value ?? '')}});
        if (cell.getValue() !== cell.getOldValue()) changeCells(at(cell.getValue()), {seen: at(cell.getOldValue())});
    });
    ['cellEdited', 'cellEditCancelled'].forEach((event) => table.on(event, () => setTimeout(drawNow)));
    // What is selected, for those who hear the screen.
    let saying = 0;
    table.on('rangeChanged', () => {
        clearTimeout(saying);
        saying = setTimeout(() => {
            const cells = selected();
            const cell = cells[0]?.[0];
            const many = cells.flat().length;
            if (cell)
                document.getElementById('grid-here').textContent = [
                    t(cell.getValue() ? 'grid.here' : 'grid.here_empty', {
                        heading: column(cell.getField()).heading,
                        row: cell.getData()._no,
                        value: cell.getValue(),
                    }),
                    ...((cell.getData()._bad ?? []).includes(cell.getField()) ? [t('grid.here_bad')] : []),
                    ...(many > 1 ? [t('grid.here_more', {count: many - 1})] : []),
                ].join(', ');
        }, 200);
    });
    table.on('tableBuilt', async () => {
        root().setAttribute('aria-label', t('grid.label'));
        root().querySelector(':scope > .tabulator-tableholder').setAttribute('role', 'rowgroup');
        root().querySelector('.tabulator-table').setAttribute('role', 'presentation');
        // The first rows are seen before all the others are asked for.
        await new Promise((seen) => {
            requestAnimationFrame(() => setTimeout(seen));
        });
        if (rows().length < count()) await reload();
        status();
        root().dataset.ready = '1';
    });
}

part('#grid', ({on}) => {
    on(document, 'grid:changed', status);
    window.Tabulator ? begin() : on(document, 'DOMContentLoaded', begin);
});
