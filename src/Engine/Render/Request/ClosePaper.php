<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** Finishes the open PDF. */
final readonly class ClosePaper
{
}
