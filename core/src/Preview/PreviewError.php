<?php

declare(strict_types=1);

namespace Morphea\Core\Preview;

/** A product on which nothing can be shown like this; the message says why. */
final class PreviewError extends \InvalidArgumentException
{
}
