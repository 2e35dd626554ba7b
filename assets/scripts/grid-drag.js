// Columns taken by their key-cap and rows by their grip, put down in another place.
import {change, columns, moveColumn, root, selectedIds, sorted, grid} from './grid.js';
import {notice} from './notices.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const holder = () => root().querySelector('.tabulator-tableholder');
const headers = () =>
    columns().map(({key}) => root().querySelector(`.tabulator-col[tabulator-field="${key}"]`).getBoundingClientRect());

part('#grid', ({element, on, end}) => {
    const line = Object.assign(document.createElement('div'), {className: 'drop-line', hidden: true});
    document.body.append(line);
    end(() => line.remove());
    let drag = null;

    function draw(left, top, width, height) {
        Object.assign(line.style, {left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px`});
        line.hidden = false;
    }
    // The boundary nearest to the pointer: before the column or row of that place.
    function overColumn(x) {
        const boxes = headers();
        const place = boxes.findIndex((box) => x < box.left + box.width / 2);
        drag.place = place < 0 ? boxes.length : place;
        const at = place < 0 ? boxes.at(-1).right : boxes[place].left;
        draw(at - 1, boxes[0].top, 3, holder().getBoundingClientRect().bottom - boxes[0].top);
    }
    function overRow(y) {
        const all = [...root().querySelectorAll('.tabulator-row')].map((row) => ({
            id: Number(row.dataset.id),
            box: row.getBoundingClientRect(),
        }));
        if (!all.length) return;
        const next = all.find(({box}) => y < box.top + box.height / 2);
        drag.before = next
            ? next.id
            : (grid()
                  .getData()
                  .map((row) => row._id)[
                  grid()
                      .getData()
                      .findIndex((row) => row._id === all.at(-1).id) + 1
              ] ?? null);
        const area = holder().getBoundingClientRect();
        draw(
            area.left,
            Math.min(area.bottom, Math.max(area.top, next ? next.box.top : all.at(-1).box.bottom)) - 1,
            area.width,
            3,
        );
    }
    function finish(take) {
        if (!drag) return;
        clearInterval(drag.scrolling);
        line.hidden = true;
        document.body.classList.remove('dragging');
        const {key, ids, place, before} = drag;
        drag = null;
        if (!take) return;
        if (key && place !== undefined) moveColumn(key, columns()[place]?.key ?? null);
        if (ids && before !== undefined && !ids.includes(before)) change({op: 'move', ids, before});
    }

    ['pointerdown', 'mousedown'].forEach((type) =>
        on(
            element,
            type,
            (event) => {
                const cap = event.target.closest('.heading .cap');
                const grip = event.target.closest('.grip');
                if ((!cap && !grip) || event.button !== 0) return;
                // Not the beginning of a selection.
                event.preventDefault();
                event.stopPropagation();
                if (type === 'mousedown') return;
                if (grip && sorted()) {
                    notice(t('grid.sorted'));
                    return;
                }
                const id = Number(event.target.closest('.tabulator-row')?.dataset.id);
                // The selected rows go together; with all of them selected, as with a whole column, only the one taken.
                const chosen = selectedIds();
                drag = cap
                    ? {key: event.target.closest('.tabulator-col').getAttribute('tabulator-field')}
                    : {ids: chosen.includes(id) && chosen.length < grid().getData().length ? chosen : [id]};
                drag.y = event.clientY;
                document.body.classList.add('dragging');
                if (grip)
                    drag.scrolling = setInterval(() => {
                        const area = holder().getBoundingClientRect();
                        const step = drag.y < area.top + 40 ? -14 : drag.y > area.bottom - 40 ? 14 : 0;
                        if (step) {
                            holder().scrollTop += step;
                            overRow(drag.y);
                        }
                    }, 30);
            },
            true,
        ),
    );
    on(document, 'pointermove', (event) => {
        if (!drag) return;
        drag.y = event.clientY;
        if (drag.key) overColumn(event.clientX);
        else overRow(event.clientY);
    });
    on(document, 'pointerup', () => finish(true));
    on(document, 'pointercancel', () => finish(false));
    on(
        window,
        'keydown',
        (event) => {
            if (drag && event.key === 'Escape') {
                event.stopPropagation();
                finish(false);
            }
        },
        true,
    );
});
