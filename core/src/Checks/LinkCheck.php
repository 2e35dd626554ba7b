<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Message;

/** Placeholders that are linked to nothing: pictures that take theirs from a column, of which none was said. */
final readonly class LinkCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->design->page($piece->page)->layers as $layer) {
            if ($layer instanceof PictureLayer && !$layer->hidden && !$layer->isPlaceholder() && [] === $layer->pictures()) {
                yield new Warning(
                    WarningKind::Link,
                    Severity::WillLookWrong,
                    $layer->id,
                    $layer->name,
                    new Message('warnings.no_column'),
                    remedies: [Remedy::OtherColumn],
                );
            }
        }
    }
}
