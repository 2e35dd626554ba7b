<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Symfony\Component\Uid\Ulid;

/** A design a member saved to start projects from: a .morphea file in storage. */
#[ORM\Entity]
#[ORM\Table(name: 'own_starter')]
class OwnStarter
{
    public const FOLDER = 'starters';

    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column]
    private \DateTimeImmutable $keptAt;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Member $owner,
        #[ORM\Column(length: 120)] private string $name,
        #[ORM\Column(length: 80)] private string $size,
    ) {
        $this->id = (string) new Ulid();
        $this->keptAt = Time::at();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function owner(): Member
    {
        return $this->owner;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function size(): string
    {
        return $this->size;
    }

    public function keptAt(): \DateTimeImmutable
    {
        return $this->keptAt;
    }

    public function path(): string
    {
        return self::FOLDER . "/$this->id.morphea";
    }
}
