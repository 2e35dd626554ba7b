<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A count that only grows. Counted in one statement by Counters. */
#[ORM\Entity]
#[ORM\Table(name: 'tally')]
class CounterRecord
{
    #[ORM\Id, ORM\Column(length: 40)]
    public string $name;

    #[ORM\Column(type: Types::BIGINT)]
    public int $value;
}
