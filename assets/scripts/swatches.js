// Colours from at hand: the template's swatches, or any point of the stage.
import {edit, work} from './screen.js';
import {notice} from './notices.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const hex = (colour) => {
    const rgb = /rgba?\((\d+), (\d+), (\d+)(?:, ([\d.]+))?\)/.exec(colour);
    return rgb && rgb[4] !== '0'
        ? `#${rgb
              .slice(1, 4)
              .map((n) => Number(n).toString(16).padStart(2, '0'))
              .join('')}`
        : null;
};
function used() {
    const kept = JSON.parse(work().dataset.swatches);
    const drawn = [...document.querySelectorAll('#page svg [fill^="#"]')].map((e) =>
        e.getAttribute('fill').toUpperCase(),
    );
    return [...new Set([...kept, ...drawn])].slice(0, 24);
}
function pixel(image, event) {
    const at = image.getBoundingClientRect();
    const source = new Image();
    source.src = image.href.baseVal;
    if (!source.complete) return null;
    const canvas = document.createElement('canvas');
    canvas.width = Math.ceil(at.width);
    canvas.height = Math.ceil(at.height);
    const context = canvas.getContext('2d');
    context.drawImage(source, 0, 0, at.width, at.height);
    const [r, g, b, a] = context.getImageData(
        Math.floor(event.clientX - at.left),
        Math.floor(event.clientY - at.top),
        1,
        1,
    ).data;
    return a ? hex(`rgb(${r}, ${g}, ${b})`) : null;
}

part('#work', ({on}) => {
    const panel = document.getElementById('swatches');
    const list = document.getElementById('swatch-list');
    let field = null;
    function use(colour) {
        panel.hidden = true;
        const target = document.getElementById(field);
        if (!target || !colour) return;
        target.value = colour.toLowerCase();
        target.dispatchEvent(new Event('change', {bubbles: true}));
        target.focus();
    }

    on(document, 'click', (event) => {
        const opener = event.target.closest('[data-pipette]');
        if (opener) {
            field = opener.dataset.pipette;
            list.replaceChildren(
                ...used().map((colour) => {
                    const button = document.createElement('button');
                    Object.assign(button, {type: 'button', className: 'colour', title: colour});
                    button.style.background = colour;
                    button.dataset.colour = colour;
                    button.setAttribute('aria-label', colour);
                    return button;
                }),
            );
            const at = opener.getBoundingClientRect();
            Object.assign(panel.style, {left: `${Math.min(at.left, innerWidth - 304)}px`, top: `${at.bottom + 6}px`});
            panel.hidden = false;
            (list.firstChild ?? document.getElementById('pick-stage')).focus();
            return;
        }
        const swatch = event.target.closest('[data-colour]');
        if (swatch) use(swatch.dataset.colour);
        else if (event.target.id === 'keep-swatch') {
            panel.hidden = true;
            edit('/page', {'set[swatch.add]': document.getElementById(field).value});
        } else if (event.target.id === 'pick-stage') {
            panel.hidden = true;
            document.body.classList.add('picking');
            notice(t('swatches.click'));
        } else if (!event.target.closest('#swatches')) panel.hidden = true;
    });
    on(document, 'keydown', (event) => {
        if (event.key === 'Escape') {
            panel.hidden = true;
            document.body.classList.remove('picking');
        }
    });

    // The colour at a point: the topmost thing drawn there; of pictures, the pixel.
    on(
        document,
        'click',
        (event) => {
            if (!document.body.classList.contains('picking') || !event.target.closest('#page')) return;
            event.preventDefault();
            event.stopPropagation();
            document.body.classList.remove('picking');
            for (const element of document.elementsFromPoint(event.clientX, event.clientY)) {
                if (element.localName === 'image') {
                    const colour = pixel(element, event);
                    if (colour) return use(colour);
                    continue;
                }
                if (!(element instanceof SVGElement) || element.localName === 'svg') continue;
                const style = getComputedStyle(element);
                const colour = hex(style.fill) ?? hex(style.stroke);
                if (colour) return use(colour);
            }
            notice(t('swatches.none'));
        },
        true,
    );
});
