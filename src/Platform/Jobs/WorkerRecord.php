<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\ORM\Mapping as ORM;

/** A running worker. Written by WorkerRegistry. */
#[ORM\Entity]
#[ORM\Table(name: 'worker')]
class WorkerRecord
{
    #[ORM\Id, ORM\Column(length: 80)]
    public string $id;

    #[ORM\Column]
    public float $startedAt;

    #[ORM\Column]
    public float $seenAt;

    #[ORM\Column(options: ['default' => 0])]
    public float $pace = 0.0;
}
