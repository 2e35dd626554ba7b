// Values that only the server knows (a share of a width, a ratio) stand in `data-css`, for no style may stand in the markup: the
// page's policy allows none, whatever a text or drawing may hold. This runs before the first paint, and whenever a part of
// the page is drawn anew.
(() => {
    const set = (element) => {
        element.style.cssText = element.dataset.css;
    };
    const within = (root) => {
        if (root.dataset?.css !== undefined) set(root);
        root.querySelectorAll?.('[data-css]').forEach(set);
    };
    new MutationObserver((changes) => {
        for (const {type, target, attributeName, addedNodes} of changes) {
            if (type === 'childList') addedNodes.forEach(within);
            // A morph takes the style away that its markup does not have.
            else if (attributeName === 'data-css' || !target.hasAttribute('style')) within(target);
        }
    }).observe(document, {
        subtree: true,
        childList: true,
        attributes: true,
        attributeFilter: ['data-css', 'style'],
    });
})();
