<?php

declare(strict_types=1);

namespace Morphea\App\Project\TouchUps;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** One step of work by hand, for undo and redo: the state of each piece before and after. */
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

    /** What was done, as Message keeps itself; words of before are what they are. */
    #[ORM\Column(length: 255)]
    private string $says;

    /** @param array<int, array{0: array<string, mixed>, 1: array<string, mixed>}> $works before and after, by row id */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $step,
        Message|string $says,
        #[ORM\Column(type: Types::JSON)] public readonly array $works,
        /** What the page that asked for it called it, so that it is made once however often it is sent. */
        #[ORM\Column(length: 40, nullable: true)] public readonly ?string $token = null,
    ) {
        $this->at = (int) (1e6 * Time::precise());
        $this->says = $says instanceof Message ? $says->stored() : mb_strimwidth($says, 0, 250, '…', 'UTF-8');
    }

    public function says(): Message|string
    {
        return Message::read($this->says);
    }
}
