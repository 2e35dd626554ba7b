<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** A picture, clip or sound of a project; its bytes are stored under their hash, so identical files are stored once. */
#[ORM\Entity]
#[ORM\Table(name: 'picture')]
#[ORM\UniqueConstraint(columns: ['project_id', 'name'])]
class StoredPicture
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** Where somebody set the focus by hand; null where it is as found. */
    #[ORM\Column(nullable: true)]
    private ?float $setX = null;

    #[ORM\Column(nullable: true)]
    private ?float $setY = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column(length: 120)] private string $name,
        #[ORM\Column(length: 40)] private string $mime,
        #[ORM\Column(length: 64)] private string $hash,
        #[ORM\Column] private int $bytes,
        #[ORM\Column] private float $width,
        #[ORM\Column] private float $height,
        #[ORM\Column(options: ['default' => 0.5])] private float $foundX = 0.5,
        #[ORM\Column(options: ['default' => 0.5])] private float $foundY = 0.5,
        #[ORM\Column(nullable: true)] private ?float $seconds = null,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function mime(): string
    {
        return $this->mime;
    }

    public function hash(): string
    {
        return $this->hash;
    }

    public function bytes(): int
    {
        return $this->bytes;
    }

    public function width(): float
    {
        return $this->width;
    }

    public function height(): float
    {
        return $this->height;
    }

    public function isDrawing(): bool
    {
        return 'image/svg+xml' === $this->mime;
    }

    public function isClip(): bool
    {
        return str_starts_with($this->mime, 'video/');
    }

    public function isSound(): bool
    {
        return str_starts_with($this->mime, 'audio/');
    }

    /** The length of a clip or sound; null for pictures. */
    public function seconds(): ?float
    {
        return $this->seconds;
    }

    /** @return array{float, float} what must stay in sight, in shares of width and height */
    public function focus(): array
    {
        return [$this->setX ?? $this->foundX, $this->setY ?? $this->foundY];
    }

    public function isFocusSet(): bool
    {
        return null !== $this->setX;
    }

    public function setFocus(?float $x, ?float $y): void
    {
        [$this->setX, $this->setY] =
            null === $x || null === $y ? [null, null] : [max(0.0, min(1.0, $x)), max(0.0, min(1.0, $y))];
    }

    /** @return array{float, float} */
    public function foundFocus(): array
    {
        return [$this->foundX, $this->foundY];
    }

    public function path(): string
    {
        return self::pathOf($this->hash);
    }

    public static function pathOf(string $hash): string
    {
        return \sprintf('pictures/%s/%s', substr($hash, 0, 2), $hash);
    }
}
