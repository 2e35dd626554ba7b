<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Doctrine\ORM\Mapping as ORM;

/** When something that one of all workers does was last done. */
#[ORM\Entity]
#[ORM\Table(name: 'clock')]
class ClockRecord
{
    #[ORM\Id, ORM\Column(length: 20)]
    public string $name;

    #[ORM\Column]
    public int $struckAt;
}
