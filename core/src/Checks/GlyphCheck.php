<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** Letters that no font has, and fonts that are not there. */
final readonly class GlyphCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if ([] !== $text->missing) {
                yield new Warning(
                    WarningKind::Glyph,
                    Severity::WillLookWrong,
                    $text->layer,
                    $text->name,
                    \sprintf('no font here has %s.', implode(' ', $text->missing)),
                    $piece->box($text->layer),
                    \count($text->missing),
                    0,
                    [Remedy::ChangeCell, Remedy::OtherFont],
                );
            }
            if (null !== $text->unknownFont) {
                yield new Warning(
                    WarningKind::Font,
                    Severity::WillLookWrong,
                    $text->layer,
                    $text->name,
                    \sprintf('the font “%s” is not here; another stands in.', $text->unknownFont),
                    $piece->box($text->layer),
                    remedies: [Remedy::OtherFont],
                );
            }
        }
    }
}
