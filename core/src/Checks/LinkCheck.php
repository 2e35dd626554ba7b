<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Message;

/** Finds placeholders that are not linked: pictures to be taken from a column when no column was chosen. */
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
