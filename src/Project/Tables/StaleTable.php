<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

/** The table is not the one any more that a change was made on, and the change fits no other. */
final class StaleTable extends \RuntimeException
{
}
