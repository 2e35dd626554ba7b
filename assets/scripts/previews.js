// Own products: the points of their mesh are dragged, or moved by the arrow keys, and the picture follows.
import {http} from './http.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const said = (name, ink, lines) => JSON.stringify({picture: name, ink, points: lines});

const open = (product) => {
    const to = new URL(window.location.href);
    to.searchParams.set('product', product);
    window.location.assign(to);
};

/** A surface of so many points each way, between the corners there are. */
function grid(size, corners) {
    const [[a, b], [d, c]] = corners;
    return Array.from({length: size}, (_, j) =>
        Array.from({length: size}, (__, i) => {
            const [u, v] = [i / (size - 1), j / (size - 1)];
            return [0, 1].map((k) =>
                Math.round((a[k] * (1 - u) + b[k] * u) * (1 - v) + (d[k] * (1 - u) + c[k] * u) * v),
            );
        }),
    );
}

part('#own', ({element, on}) => {
    on(element, 'change', () => {
        const {value, selectedOptions} = element;
        if (value === '') return open('tote');
        const {width, height} = selectedOptions[0].dataset;
        const at = (x, y) => [Math.round(x * width), Math.round(y * height)];
        return open(
            said(value, 'covers', [
                [at(0.3, 0.3), at(0.7, 0.3)],
                [at(0.3, 0.7), at(0.7, 0.7)],
            ]),
        );
    });
});

part('#own-mesh', ({element: mesh, on}) => {
    const stage = document.getElementById('product-stage');
    const picture = document.getElementById('product-picture');
    const wrong = document.getElementById('product-wrong');
    const points = () => [...stage.querySelectorAll('.mesh-point')];

    function place(point) {
        point.style.left = `${(100 * point.dataset.x) / mesh.dataset.width}%`;
        point.style.top = `${(100 * point.dataset.y) / mesh.dataset.height}%`;
    }
    const rows = () => {
        const all = [];
        for (const point of points())
            (all[point.dataset.row] ??= [])[point.dataset.column] = [Number(point.dataset.x), Number(point.dataset.y)];
        return all;
    };
    const now = () => said(document.getElementById('own').value, document.getElementById('own-ink').value, rows());

    let waiting = 0;
    /** The picture anew, as soon as nobody moves anything any more. */
    function show() {
        const product = now();
        document.getElementById('product').value = product;
        const here = new URL(window.location.href);
        here.searchParams.set('product', product);
        history.replaceState(null, '', here);
        clearTimeout(waiting);
        waiting = setTimeout(async () => {
            const answer = await http(`${stage.dataset.picture}&${new URLSearchParams({product})}`);
            wrong.hidden = answer.ok;
            if (!answer.ok) {
                wrong.textContent = answer.text() || t('server.no_answer');
                return;
            }
            const reader = new FileReader();
            reader.onload = () => {
                picture.src = reader.result;
            };
            reader.readAsDataURL(answer.blob());
        }, 200);
    }

    points().forEach(place);
    on(document.getElementById('own-ink'), 'change', show);
    on(document.getElementById('own-size'), 'change', (event) => {
        const all = rows();
        const last = all.length - 1;
        const corners = [
            [all[0][0], all[0].at(-1)],
            [all[last][0], all[last].at(-1)],
        ];
        open(
            said(
                document.getElementById('own').value,
                document.getElementById('own-ink').value,
                grid(Number(event.target.value), corners),
            ),
        );
    });
    let held = null;
    on(stage, 'pointerdown', (event) => {
        held = event.target.closest('.mesh-point');
        held?.setPointerCapture(event.pointerId);
    });
    on(stage, 'pointermove', (event) => {
        if (!held) return;
        const box = picture.getBoundingClientRect();
        held.dataset.x = Math.round(((event.clientX - box.left) / box.width) * mesh.dataset.width);
        held.dataset.y = Math.round(((event.clientY - box.top) / box.height) * mesh.dataset.height);
        place(held);
    });
    on(stage, 'pointerup', () => {
        if (held) show();
        held = null;
    });
    on(stage, 'keydown', (event) => {
        const point = event.target.closest('.mesh-point');
        const step = {ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1]}[event.key];
        if (!point || !step) return;
        event.preventDefault();
        const far = event.shiftKey ? 20 : 4;
        point.dataset.x = Number(point.dataset.x) + far * step[0];
        point.dataset.y = Number(point.dataset.y) + far * step[1];
        place(point);
        show();
    });
});
