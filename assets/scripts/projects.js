// The projects whose name holds what is typed; and another order as soon as it is chosen.
const find = document.getElementById('find');
const found = document.getElementById('found');

find?.addEventListener('input', () => {
    const words = find.value.toLowerCase().trim().split(/\s+/).filter(Boolean);
    const cards = [...document.querySelectorAll('#projects [data-name]')];
    for (const card of cards) card.hidden = !words.every((word) => card.dataset.name.includes(word));
    const count = cards.filter((card) => !card.hidden).length;
    found.hidden = !words.length;
    found.textContent = count ? `${count} of ${cards.length}` : `No project is called like “${find.value.trim()}”.`;
});
document.getElementById('order')?.addEventListener('change', (event) => event.target.form.requestSubmit());
