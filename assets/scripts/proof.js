// The light table by keys: arrows go from piece to piece, Home and End to the first and the last that are there.
const pieces = () => [...document.querySelectorAll('.lies')];
document.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, select, textarea')) return;
    const all = pieces();
    const at = all.indexOf(event.target.closest('.lies'));
    if (!all.length || (at < 0 && !event.key.startsWith('Arrow'))) return;
    // As many as lie beside each other.
    const top = all[0].getBoundingClientRect().top;
    const across = Math.max(1, all.filter((one) => Math.abs(one.getBoundingClientRect().top - top) < 4).length);
    const to = {
        ArrowRight: at + 1,
        ArrowLeft: at - 1,
        ArrowDown: at < 0 ? 0 : at + across,
        ArrowUp: at - across,
        Home: 0,
        End: all.length - 1,
    }[event.key];
    if (to === undefined || (at < 0 && to !== 0)) return;
    event.preventDefault();
    all[Math.max(0, Math.min(all.length - 1, to))].focus();
});
