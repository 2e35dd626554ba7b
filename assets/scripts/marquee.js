// A frame drawn over the board selects what lies within it.
import {nonce, select, selection, withGroups} from './screen.js';

const state = {
    selecto: null,
};

export function marquee() {
    state.selecto?.destroy();
    state.selecto = new window.Selecto({
        cspNonce: nonce(),
        container: document.getElementById('board'),
        dragContainer: document.getElementById('board'),
        selectableTargets: ['.box'],
        hitRate: 1,
        selectByClick: false,
        selectFromInside: false,
        preventDefault: true,
    });
    state.selecto.on('dragStart', (e) => {
        const target = e.inputEvent.target;
        if (
            target.closest('.box, .moveable-control-box, .words') ||
            document.body.classList.contains('picking') ||
            document.getElementById('board').classList.contains('grab')
        )
            e.stop();
        else document.activeElement?.blur?.();
    });
    state.selecto.on('selectEnd', (e) => {
        if (!e.isDragStart && !e.rect) return;
        const ids = e.selected.map((b) => b.dataset.box);
        const wide = e.rect.width > 4 || e.rect.height > 4;
        const all = wide && e.inputEvent?.shiftKey ? [...new Set([...selection(), ...ids])] : wide ? ids : [];
        if (all.join() !== selection().join()) select(withGroups(all));
    });
}
