// The screen has fewer pixels than a page has dots: what stands on a line to the pixel stands on it exactly. All lengths are in
// dots, `near` is how many of them a pixel of the screen covers.
function shift(start, length, lines, near) {
    return (
        lines
            .flatMap((line) => [line - start, line - start - length, line - start - length / 2])
            .filter((distance) => Math.abs(distance) < near)
            .sort((a, b) => Math.abs(a) - Math.abs(b))[0] ?? 0
    );
}
// Edges, centre, safe margin and guides of a page, across and down.
export function linesOf({width, height, margin, guides}) {
    const along = (whole, isUpright) => [
        0,
        whole / 2,
        whole,
        ...(margin ? [margin, whole - margin] : []),
        ...guides.filter((guide) => Boolean(guide.upright) === isUpright).map((guide) => guide.at),
    ];
    return {across: along(width, true), down: along(height, false)};
}
// A turned frame stands on no line.
export function exact(frame, page, near) {
    if (frame.rotation) return frame;
    const {across, down} = linesOf(page);
    return {
        ...frame,
        x: frame.x + shift(frame.x, frame.width, across, near),
        y: frame.y + shift(frame.y, frame.height, down, near),
    };
}
