<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;

/** A label sheet a member saved by name, for all projects. */
#[ORM\Entity]
#[ORM\Table(name: 'kept_labels')]
#[ORM\UniqueConstraint(columns: ['owner_id', 'name'])]
class KeptLabels
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** @param array<string, string|int|float> $measures as Core\Sheet\LabelSheet gives them */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Member $owner,
        #[ORM\Column(length: 80)] private string $name,
        #[ORM\Column(type: Types::JSON)] private array $measures,
    ) {
    }

    public function id(): int
    {
        return (int) $this->id;
    }

    public function owner(): Member
    {
        return $this->owner;
    }

    public function name(): string
    {
        return $this->name;
    }

    /** @return array<string, string|int|float> */
    public function measures(): array
    {
        return $this->measures;
    }

    /** @param array<string, string|int|float> $measures */
    public function measure(array $measures): void
    {
        $this->measures = $measures;
    }
}
