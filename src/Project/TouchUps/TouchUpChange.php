<?php

declare(strict_types=1);

namespace Morphea\App\Project\TouchUps;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;

/** One step of work by hand, for going back and forth: of each piece what was before, and what after. */
#[ORM\Entity]
#[ORM\Table(name: 'hand_change')]
#[ORM\UniqueConstraint(name: 'hand_change_step', columns: ['project_id', 'step'])]
class TouchUpChange
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** When it was done, in microseconds. */
    #[ORM\Column(type: Types::BIGINT)]
    public readonly int $at;

    /** @param array<int, array{0: array<string, mixed>, 1: array<string, mixed>}> $works before and after, by row id */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $step,
        #[ORM\Column(length: 255)] public readonly string $says,
        #[ORM\Column(type: Types::JSON)] public readonly array $works,
        /** What the page that asked for it called it, so that it is made once however often it is sent. */
        #[ORM\Column(length: 40, nullable: true)] public readonly ?string $token = null,
    ) {
        $this->at = (int) (1e6 * Time::precise());
    }
}
