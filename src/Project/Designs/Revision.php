<?php

declare(strict_types=1);

namespace Morphea\App\Project\Designs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** The design after one edit, and what the edit did, in words. */
#[ORM\Entity]
#[ORM\Table(name: 'revision')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
class Revision
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    /** The same in microseconds. */
    #[ORM\Column(type: Types::BIGINT, options: ['default' => 0])]
    public readonly int $at;

    #[ORM\Column(type: Types::TEXT)]
    private string $says;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] private int $number,
        #[ORM\Column(name: 'template', type: Types::TEXT)] private string $design,
        Message $says,
        /** What the page that asked for the edit called it, so that it is made once however often it is sent. */
        #[ORM\Column(length: 40, nullable: true)] private ?string $token = null,
        /** What it called the edits that follow one another as one. */
        #[ORM\Column(length: 40, nullable: true)] public readonly ?string $burst = null,
    ) {
        $this->says = $says->stored();
        $this->createdAt = Time::at();
        $this->at = (int) (1e6 * Time::precise());
    }

    public function number(): int
    {
        return $this->number;
    }

    public function design(): string
    {
        return $this->design;
    }

    public function token(): ?string
    {
        return $this->token;
    }

    public function says(): Message|string
    {
        return Message::read($this->says);
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }
}
