<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** The PDF that is open is whole. */
final readonly class ClosePaper
{
}
