// How headings, cells and row numbers look, and the field a cell is typed in.
import {column, enter, kinds, sorted, tab, toGrid} from './grid.js';
import {t} from './sentences.js';

const state = {
    // What was typed where a cell was selected: the field that opens for it begins with that.
    typedAhead: null,
};

export function beginWith(typed) {
    state.typedAhead = typed;
}

export const element = (name, className, ...children) => {
    const e = document.createElement(name);
    e.className = className;
    e.append(...children);
    return e;
};
export function heading(cell, params) {
    const one = column(params.key);
    const cap = element('span', `cap${one.linked ? '' : ' off'}`, one.letter);
    const more = element('button', 'more-column', '⋯');
    Object.assign(more, {type: 'button', title: t('grid.column_more', {heading: one.heading})});
    more.setAttribute('aria-label', t('grid.column', {heading: one.heading}));
    more.dataset.column = one.key;
    const small = element(
        'small',
        one.ambiguous || one.unmatched ? 'state-look' : '',
        one.ambiguous
            ? t('grid.ambiguous', {cell: one.ambiguous})
            : one.says
              ? one.unmatched
                  ? t('grid.unmatched', {says: one.says, count: one.unmatched})
                  : one.says
              : kinds()[one.kind].label,
    );
    if (one.says) small.title = one.says;
    if (sorted()?.key === one.key)
        small.prepend(element('span', 'tag', sorted().dir === 'asc' ? t('grid.a_to_z') : t('grid.z_to_a')), ' ');
    cap.title = t('grid.drag');
    return element('div', 'heading', element('span', 'h', cap, element('b', '', one.heading), more), small);
}
export function shown(cell, {key}) {
    const value = cell.getValue() ?? '';
    const one = column(key);
    const bad = (cell.getData()._bad ?? []).includes(key);
    const box = element('span', bad ? 'cell-bad' : '', value);
    box.dir = 'auto';
    if (bad) box.title = kinds()[one.kind].misfit;
    if (one.kind === 'picture' && value && !bad) {
        const picture = element('img', 'cell-picture');
        Object.assign(picture, {
            src: `${document.getElementById('grid').dataset.find}?cell=${encodeURIComponent(value)}`,
            alt: '',
            loading: 'lazy',
        });
        return element('span', 'cell-with', picture, box);
    }
    if (one.kind === 'colour' && value && !bad) {
        const patch = element('span', 'cell-colour');
        patch.style.background = value.startsWith('#') ? value : `#${value}`;
        return element('span', 'cell-with', patch, box);
    }
    return box;
}
// The newest file that was made of a row.
export function made(cell) {
    const {file} = cell.getData()._links;
    if (!file) return '';
    const link = element('a', 'made-file', file.name);
    Object.assign(link, {href: file.page, target: '_blank', title: t('grid.file_title', {name: file.name})});
    return link;
}
// The page that is handed out of a row.
export function handed(cell) {
    const {page} = cell.getData()._links;
    if (!page) return '';
    const link = element('a', 'made-file', page.name);
    Object.assign(link, {href: page.page, target: '_blank', title: t('grid.page_title')});
    return link;
}
export function number(cell) {
    const {_no, _off, _draft} = cell.getData();
    const grip = element('span', 'grip', '⠿');
    grip.title = t('grid.drag');
    return element(
        'span',
        'row-no',
        grip,
        _off ? element('span', 'tag', t('grid.off')) : _draft ? element('span', 'tag look', t('grid.draft')) : '',
        String(_no),
    );
}
export function editor(cell, onRendered, success, cancel) {
    const input = document.createElement('textarea');
    const start = state.typedAhead;
    state.typedAhead = null;
    const typed = start !== null;
    input.value = start ?? cell.getValue() ?? '';
    input.rows = 1;
    input.setAttribute('aria-label', cell.getColumn().getDefinition().title);
    onRendered(() => {
        input.focus({preventScroll: true});
        typed ? input.setSelectionRange(input.value.length, input.value.length) : input.select();
    });
    let done = false;
    const finish = (how) => {
        if (!done) {
            done = true;
            how === 'take' ? success(input.value) : cancel();
        }
    };
    input.addEventListener('blur', () => finish('take'));
    input.addEventListener('keydown', (event) => {
        event.stopPropagation();
        if (event.key === 'Escape') {
            finish('leave');
            toGrid();
        } else if (event.key === 'Enter' && event.altKey) {
            event.preventDefault();
            input.setRangeText('\n', input.selectionStart, input.selectionEnd, 'end');
        } else if (event.key === 'Enter' || event.key === 'Tab') {
            event.preventDefault();
            finish('take');
            if (event.key === 'Enter') enter(event.shiftKey);
            else tab(event.shiftKey);
        }
    });
    return input;
}
