// The grid of the Rows screen. Everything people do in it is asked of the server, which answers with what changed; recipes, marks and history are its work.
import {notice} from './notices.js';

const root = document.getElementById('grid');
const {base} = root.dataset;
const token = JSON.parse(document.body.getAttribute('hx-headers'))['X-CSRF-Token'];
const kinds = {text: 'text', number: 'number', date: 'date', 'yes-no': 'yes or no', colour: 'colour', address: 'address', picture: 'picture'};
let state = JSON.parse(document.getElementById('first-rows').textContent);
let table = null;

export const columns = () => state.columns;
export const column = (key) => state.columns.find((one) => one.key === key);
const toGrid = () => root.querySelector('.tabulator-tableholder').focus();
const dialogOpen = () => document.querySelector('dialog[open]');

// ---- the server
let last = Promise.resolve();
async function send(address, body) {
    const answer = await fetch(base + address, {method: 'POST', headers: {'Content-Type': 'application/json', 'X-CSRF-Token': token}, body: JSON.stringify(body)});
    const text = await answer.text();
    let json = null;
    try { json = JSON.parse(text); } catch { json = {error: text.length < 300 && !text.includes('<') && text ? text : 'The server could not do this. Nothing was changed; try again.'}; }
    return {ok: answer.ok, json};
}
export const taste = (recipe) => send('/taste', {recipe});
export const ask = (body) => send('/edit', body);
// One change after the other, each made from what the one before it left.
export function change(body) {
    last = last.then(async () => {
        const {ok, json} = await send('/edit', {...body, version: state.version});
        if (!ok) {
            notice(json.error, true);
            if (json.stale) show({...json, all: true}); else await reload();
            return false;
        }
        if (json.message) notice(json.message);
        show(json);
        return true;
    });
    return last;
}
async function reload() {
    const answer = await fetch(`${base}/data`);
    if (answer.ok) show({...(await answer.json()), all: true});
}
function show(json) {
    const sameColumns = JSON.stringify(json.columns.map(({key}) => key)) === JSON.stringify(state.columns.map(({key}) => key));
    const headings = JSON.stringify(json.columns) !== JSON.stringify(state.columns);
    const {rows, bar, all, ...rest} = json;
    state = {...state, ...rest};
    if (bar) { document.getElementById('bar').outerHTML = bar; htmx.process(document.getElementById('bar')); }
    if (!sameColumns || headings) table.setColumns(definitions());
    if (all) table.replaceData(rows).then(status);
    else table.updateData(rows).then(() => { rows.forEach((row) => table.getRow(row._id)?.reformat()); status(); });
    document.getElementById('undo').disabled = !state.canUndo;
    document.getElementById('redo').disabled = !state.canRedo;
    document.dispatchEvent(new CustomEvent('sheet:changed'));
}

// ---- how it looks
const element = (name, className, ...children) => { const e = document.createElement(name); e.className = className; e.append(...children); return e; };
function heading(cell, params) {
    const one = column(params.key);
    const cap = element('span', `cap${one.linked ? '' : ' off'}`, one.letter);
    const more = element('button', 'more-column', '⋯');
    Object.assign(more, {type: 'button', title: `Kind, name and more of ${one.heading}`});
    more.setAttribute('aria-label', `Column ${one.heading}`);
    more.dataset.column = one.key;
    const small = element('small', one.ambiguous || one.unmatched ? 'state-look' : '', one.ambiguous ? `${one.ambiguous}: day or month first?` : one.says ? `${one.says}${one.unmatched ? `, ${one.unmatched} not in it` : ''}` : kinds[one.kind]);
    if (one.says) small.title = one.says;
    return element('div', 'heading', element('span', 'h', cap, element('b', '', one.heading), more), small);
}
function shown(cell, {key}) {
    const value = cell.getValue() ?? '';
    const one = column(key);
    const bad = (cell.getData()._bad ?? []).includes(key);
    const box = element('span', bad ? 'cell-bad' : '', value);
    box.dir = 'auto';
    if (bad) box.title = one.kind === 'picture' ? 'There is no such picture here' : `Not a ${kinds[one.kind]}`;
    if (one.kind === 'picture' && value && !bad) {
        const picture = element('img', 'cell-picture');
        Object.assign(picture, {src: `${root.dataset.find}?cell=${encodeURIComponent(value)}`, alt: '', loading: 'lazy'});
        return element('span', 'cell-with', picture, box);
    }
    if (one.kind === 'colour' && value && !bad) {
        const patch = element('span', 'cell-colour');
        patch.style.background = value.startsWith('#') ? value : `#${value}`;
        return element('span', 'cell-with', patch, box);
    }
    return box;
}
function number(cell) {
    const {_no, _off, _draft} = cell.getData();
    return element('span', 'row-no', _off ? element('span', 'tag', 'off') : _draft ? element('span', 'tag look', 'draft') : '', String(_no));
}
function editor(cell, onRendered, success, cancel) {
    const input = document.createElement('textarea');
    input.value = starting ?? cell.getValue() ?? '';
    const typed = starting !== null;
    starting = null;
    input.rows = 1;
    input.setAttribute('aria-label', cell.getColumn().getDefinition().title);
    onRendered(() => { input.focus({preventScroll: true}); typed ? input.setSelectionRange(input.value.length, input.value.length) : input.select(); });
    let done = false;
    const finish = (how) => { if (!done) { done = true; how === 'take' ? success(input.value) : cancel(); } };
    input.addEventListener('blur', () => finish('take'));
    input.addEventListener('keydown', (event) => {
        event.stopPropagation();
        if (event.key === 'Escape') finish('leave');
        else if (event.key === 'Enter' && event.altKey) { event.preventDefault(); input.setRangeText('\n', input.selectionStart, input.selectionEnd, 'end'); }
        else if (event.key === 'Enter' || event.key === 'Tab') { event.preventDefault(); finish('take'); toGrid(); }
    });
    return input;
}
let starting = null;
const numeric = (value) => { const n = Number(String(value).replace(/[\s,](?=\d{3})/g, '').replace(',', '.')); return Number.isNaN(n) || value === '' ? null : n; };
const sorter = (a, b) => { const [x, y] = [numeric(a), numeric(b)]; return x !== null && y !== null ? x - y : String(a).localeCompare(String(b), undefined, {numeric: true}); };
const definitions = () => state.columns.map((one) => ({
    title: one.heading, field: one.key, titleFormatter: heading, titleFormatterParams: {key: one.key}, headerSort: false, sorter, minWidth: 110, maxInitialWidth: 320,
    formatter: shown, formatterParams: {key: one.key}, hozAlign: one.kind === 'number' ? 'right' : 'left', editor: one.recipe ? false : editor, cssClass: one.recipe ? 'made' : '',
}));

function status() {
    const rows = table.getData();
    const bad = rows.reduce((sum, row) => sum + (row._bad?.length ?? 0), 0);
    const off = rows.filter((row) => row._off).length;
    const drafts = rows.filter((row) => row._draft).length;
    const say = (count, one, many) => (count ? `, ${count.toLocaleString('en')} ${count === 1 ? one : many}` : '');
    document.getElementById('grid-status').textContent = `${rows.length.toLocaleString('en')} ${rows.length === 1 ? 'row' : 'rows'}${say(off, 'switched off', 'switched off')}${say(drafts, 'draft', 'drafts')}${say(bad, 'cell does not fit', 'cells do not fit')}`;
    document.getElementById('accept-drafts').hidden = !drafts;
}

function begin() {
    table = new window.Tabulator(root, {
        data: state.rows, index: '_id', columns: definitions(), height: '100%', rowHeight: 34, layout: 'fitData', placeholder: 'No row is like this.',
        rowHeader: {field: '_no', headerSort: false, resizable: false, frozen: true, width: 76, formatter: number, cssClass: 'row-header', title: 'Row', titleFormatter: () => element('span', 'visually-hidden', 'Row')},
        selectableRange: 1, selectableRangeColumns: true, selectableRangeRows: true, selectableRangeClearCells: false, editTriggerEvent: 'dblclick', clipboard: false,
        rowFormatter: (row) => { row.getElement().dataset.id = row.getData()._id; row.getElement().classList.toggle('row-off', Boolean(row.getData()._off || row.getData()._draft)); },
        columnDefaults: {resizable: 'header'},
    });
    table.on('cellEdited', (cell) => {
        if (cell.getValue() !== cell.getOldValue()) change({op: 'cells', cells: {[cell.getData()._id]: {[cell.getField()]: cell.getValue()}}});
    });
    table.on('tableBuilt', async () => {
        root.setAttribute('aria-label', 'The table');
        root.querySelector(':scope > .tabulator-tableholder').setAttribute('role', 'rowgroup');
        root.querySelector('.tabulator-table').setAttribute('role', 'presentation');
        if (state.rows.length < state.count) await reload();
        status();
        root.dataset.ready = '1';
    });
}

// ---- what is selected
const range = () => table.getRanges()[0];
const grid = () => (range()?.getStructuredCells() ?? []).map((line) => line.filter((cell) => cell.getField() && !cell.getField().startsWith('_')));
const selectedRows = () => [...new Set((range()?.getRows() ?? []).map((row) => row.getData()._id))];
export const selectedColumn = () => grid()[0]?.[0]?.getField() ?? state.columns[0]?.key;
export const selectedIds = selectedRows;
const inGrid = () => !dialogOpen() && (document.activeElement === document.body || root.contains(document.activeElement)) && !document.activeElement.matches('textarea, input, select');

// ---- keys
document.addEventListener('keydown', (event) => {
    if (!inGrid()) return;
    const control = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    if (control && key === 'z') { event.preventDefault(); change({op: event.shiftKey ? 'redo' : 'undo'}); return; }
    if (control && key === 'd') { event.preventDefault(); fillDown(); return; }
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) { event.preventDefault(); moveRows(event.key === 'ArrowUp' ? -1 : 1); return; }
    const first = grid()[0]?.[0];
    if (!first) return;
    if (event.key === 'Delete' || event.key === 'Backspace') { event.preventDefault(); set(() => ''); }
    else if (event.key === 'F2') { event.preventDefault(); first.edit(); }
    else if (!control && !event.altKey && event.key.length === 1 && !column(first.getField()).recipe) { event.preventDefault(); starting = event.key; first.edit(true); }
}, true);

// Every selected cell that is no recipe's gets what `value` says of it.
function set(value) {
    const cells = {};
    grid().forEach((line, r) => line.forEach((cell, c) => {
        if (column(cell.getField()).recipe) return;
        const now = value(cell, r, c);
        if (now !== cell.getValue()) (cells[cell.getData()._id] ??= {})[cell.getField()] = now;
    }));
    if (Object.keys(cells).length) change({op: 'cells', cells});
}
function fillDown() {
    const top = grid()[0]?.map((cell) => cell.getValue());
    if (!top || grid().length < 2) notice('Select the cell and those under it first; then its words go into all of them.');
    else set((cell, r, c) => top[c]);
}
function moveRows(step) {
    const ids = selectedRows();
    const all = table.getData().map((row) => row._id);
    const places = ids.map((id) => all.indexOf(id)).sort((a, b) => a - b);
    const target = step < 0 ? all[places[0] - 1] : all[places[places.length - 1] + 2] ?? null;
    if ((step < 0 && places[0] < 1) || (step > 0 && places[places.length - 1] >= all.length - 1)) return;
    change({op: 'move', ids, before: target ?? null});
}

// ---- copy and paste, as spreadsheets write it
const quoted = (text) => (/["\t\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
document.addEventListener('copy', (event) => {
    if (!inGrid() || !grid().length) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', grid().map((line) => line.map((cell) => quoted(String(cell.getValue() ?? ''))).join('\t')).join('\n'));
    notice('Copied.');
});
export function parse(text) {
    const lines = [[]];
    let cell = '';
    let inside = false;
    const source = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
    for (let i = 0; i < source.length; i += 1) {
        const c = source[i];
        if (inside) { if (c === '"') { if (source[i + 1] === '"') { cell += '"'; i += 1; } else inside = false; } else cell += c; }
        else if (c === '"' && cell === '') inside = true;
        else if (c === '\t') { lines[lines.length - 1].push(cell); cell = ''; }
        else if (c === '\n') { lines[lines.length - 1].push(cell); cell = ''; lines.push([]); }
        else cell += c;
    }
    lines[lines.length - 1].push(cell);
    return lines;
}
document.addEventListener('paste', (event) => {
    if (!inGrid()) return;
    const text = event.clipboardData.getData('text/plain');
    const from = grid()[0]?.[0];
    const pictures = [...event.clipboardData.files].filter(isPicture);
    if (from && !text && pictures.length) { event.preventDefault(); bringPictures(pictures, from.getData()._id, from.getField()); return; }
    if (!text || !from) return;
    event.preventDefault();
    const lines = parse(text);
    if (lines.length === 1 && lines[0].length === 1 && grid().flat().length > 1) { set(() => lines[0][0]); return; }
    const rows = table.getRows('active');
    const start = rows.findIndex((row) => row.getData()._id === from.getData()._id);
    const keys = state.columns.slice(state.columns.findIndex((one) => one.key === from.getField()));
    const cells = {};
    const fresh = [];
    lines.forEach((line, r) => {
        const values = {};
        line.forEach((value, c) => { if (keys[c] && !keys[c].recipe) values[keys[c].key] = value; });
        const row = rows[start + r];
        if (row) cells[row.getData()._id] = values; else fresh.push(values);
    });
    change({op: 'cells', cells, new: fresh, says: `${lines.length} × ${Math.max(...lines.map((line) => line.length))} cells pasted`});
});

// ---- pictures dropped or pasted on a cell: the first goes there, others into the cells below
const isPicture = (file) => file.type.startsWith('image/') || file.type === 'application/pdf';
async function bringPictures(files, id, key) {
    if (column(key).recipe) { notice('This column is made by a recipe; its cells follow from others.', true); return; }
    const body = new FormData();
    files.forEach((file) => body.append('pictures[]', file));
    const answer = await fetch(`${base}/pictures/drop`, {method: 'POST', headers: {'X-CSRF-Token': token}, body});
    const {names, told} = answer.ok ? await answer.json() : {names: [], told: ['The server could not take this. Nothing was changed; try again.']};
    if (told.length) notice(told.join(' '), true);
    if (!names.length) return;
    const rows = table.getRows('active').map((row) => row.getData()._id);
    const start = rows.indexOf(id);
    await reload();
    change({op: 'cells', cells: Object.fromEntries(names.slice(0, rows.length - start).map((name, i) => [rows[start + i], {[key]: name}])), says: names.length === 1 ? `${names[0]} given to a cell` : `${names.length} pictures given to cells`});
}
const cellUnder = (event) => event.target.closest?.('#grid .tabulator-cell[tabulator-field]:not(.row-header)');
let over = null;
const lit = (cell) => { over?.classList.remove('drop-here-cell'); over = cell; over?.classList.add('drop-here-cell'); };
root.addEventListener('dragover', (event) => lit(cellUnder(event)));
root.addEventListener('dragleave', () => lit(null));
root.addEventListener('drop', (event) => {
    const cell = over;
    lit(null);
    const files = [...event.dataTransfer.files];
    if (!files.length || !files.every(isPicture)) return;
    event.preventDefault();
    event.stopPropagation();
    root.closest('[data-drop-zone]').classList.remove('over');
    if (cell) bringPictures(files, Number(cell.closest('.tabulator-row').dataset.id), cell.getAttribute('tabulator-field'));
    else notice('Drop pictures on the cell that is to name them.');
});

// ---- the strip
const acts = {
    'add-under': () => change({op: 'add', under: selectedRows().at(-1) ?? null, count: 1}),
    'add-end': () => change({op: 'add', under: null, count: 1}),
    up: () => moveRows(-1), down: () => moveRows(1),
    off: () => change({op: 'switch', ids: selectedRows(), off: true}), on: () => change({op: 'switch', ids: selectedRows(), off: false}),
    accept: () => change({op: 'accept', ids: table.getData().filter((row) => row._draft).map((row) => row._id)}),
    remove: () => change({op: 'remove', ids: selectedRows()}),
    fill: fillDown, undo: () => change({op: 'undo'}), redo: () => change({op: 'redo'}),
};
document.addEventListener('click', (event) => {
    const act = event.target.closest('[data-act]');
    if (!act) return;
    acts[act.dataset.act]();
    toGrid();
});
function filter() {
    const words = document.getElementById('grid-find').value.trim().toLowerCase();
    const which = document.getElementById('grid-which').value;
    const keep = (row) => (!words || state.columns.some(({key}) => String(row[key]).toLowerCase().includes(words)))
        && (which === 'all' || (which === 'bad' ? row._bad.length > 0 : which === 'off' ? row._off : row._draft));
    if (words || which !== 'all') table.setFilter(keep); else table.clearFilter();
}
document.addEventListener('input', (event) => { if (event.target.id === 'grid-find') filter(); });
document.addEventListener('change', (event) => { if (event.target.id === 'grid-which') filter(); });

// ---- one column
const dialog = document.getElementById('column');
let open = null;
export function openColumn(key) {
    open = column(key);
    const field = (id) => document.getElementById(id);
    field('column-title').textContent = `${open.letter} ${open.heading}`;
    field('column-name').value = open.heading;
    field('column-kind').value = open.said ? open.kind : '';
    field('column-kind').options[0].textContent = `as found: ${kinds[open.said ? 'text' : open.kind]}`;
    field('column-order').value = open.monthFirst === null ? '' : String(open.monthFirst);
    field('column-dates').hidden = open.kind !== 'date';
    field('column-recipe').hidden = !open.says;
    field('column-says').textContent = open.says ?? '';
    dialog.showModal();
}
document.addEventListener('click', (event) => {
    const more = event.target.closest('.more-column, #this-column');
    if (more) { event.stopPropagation(); openColumn(more.dataset.column ?? selectedColumn()); return; }
    const act = event.target.closest('[data-column-act]')?.dataset.columnAct;
    if (!act) return;
    const {key} = open;
    const at = state.columns.findIndex((one) => one.key === key);
    dialog.close();
    if (act === 'up' || act === 'down') table.setSort(key, act === 'up' ? 'asc' : 'desc');
    else if (act === 'unsorted') table.clearSort();
    else if (act === 'left' || act === 'right') change({op: 'column-move', key, to: at + (act === 'left' ? -1 : 1)});
    else if (act === 'remove') change({op: 'column-remove', key});
    else if (act === 'plain') change({op: 'plain', key});
    else if (act === 'recipe') document.dispatchEvent(new CustomEvent('recipe:open', {detail: {key, recipe: open.recipe}}));
    else if (act === 'new') document.dispatchEvent(new CustomEvent('recipe:open', {detail: {from: key}}));
    else if (act === 'blank') change({op: 'column-add', heading: 'New column', behind: key});
}, true);
document.addEventListener('change', (event) => {
    if (!open || !dialog.open) return;
    if (event.target.id === 'column-name') change({op: 'column-rename', key: open.key, heading: event.target.value});
    if (event.target.id === 'column-kind') change({op: 'kind', key: open.key, kind: event.target.value, monthFirst: open.monthFirst});
    if (event.target.id === 'column-order') change({op: 'kind', key: open.key, kind: open.said ? open.kind : '', monthFirst: event.target.value === '' ? null : event.target.value === 'true'});
});

// ---- find and replace: how often, before it happens
const finder = document.getElementById('replace');
const question = () => ({op: 'replace', find: finder.querySelector('#find').value, with: finder.querySelector('#with').value, sameCase: finder.querySelector('#same-case').checked,
    keys: finder.querySelector('#where').value === 'column' || finder.querySelector('#where').value === 'selection' ? [...new Set(finder.querySelector('#where').value === 'column' ? [selectedColumn()] : grid().flat().map((cell) => cell.getField()))] : [],
    ids: finder.querySelector('#where').value === 'selection' ? selectedRows() : null});
let counting = 0;
finder.addEventListener('input', () => {
    clearTimeout(counting);
    counting = setTimeout(async () => {
        if (!question().find) { document.getElementById('found').textContent = ''; return; }
        const {json} = await ask({...question(), countOnly: true});
        document.getElementById('found').textContent = json.found === undefined ? json.error : json.found === 0 ? 'Not found there.' : `${json.found.toLocaleString('en')} ${json.found === 1 ? 'cell' : 'cells'} would change.`;
    }, 200);
});
finder.addEventListener('submit', (event) => { event.preventDefault(); finder.closest('dialog').close(); change(question()); });

document.readyState === 'complete' ? begin() : window.addEventListener('load', begin);
