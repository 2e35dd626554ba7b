<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;

/** A member's font file, with what it and its owner state about the licence. */
#[ORM\Entity]
#[ORM\Table(name: 'font')]
#[ORM\UniqueConstraint(columns: ['owner_id', 'hash'])]
class Font
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Member $owner,
        #[ORM\Column(length: 80)] private string $family,
        #[ORM\Column] private int $weight,
        #[ORM\Column] private bool $italic,
        #[ORM\Column(length: 64)] private string $hash,
        #[ORM\Column(length: 4)] private string $ending,
        #[ORM\Column(type: Types::TEXT)] public readonly string $licence,
    ) {
    }

    public function family(): string
    {
        return $this->family;
    }

    public function weight(): int
    {
        return $this->weight;
    }

    public function isItalic(): bool
    {
        return $this->italic;
    }

    public function hash(): string
    {
        return $this->hash;
    }

    public function ending(): string
    {
        return $this->ending;
    }

    public function path(): string
    {
        return self::pathOf($this->hash, $this->ending);
    }

    public static function pathOf(string $hash, string $ending): string
    {
        return \sprintf('fonts/%s/%s.%s', substr($hash, 0, 2), $hash, $ending);
    }
}
