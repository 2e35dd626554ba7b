<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableDiff;

/** One change of a project's table, compressed, for undo and redo. */
#[ORM\Entity]
#[ORM\Table(name: 'table_change')]
#[ORM\UniqueConstraint(name: 'table_change_step', columns: ['project_id', 'step'])]
#[ORM\Index(name: 'table_change_project', columns: ['project_id'])]
class TableChange
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** What was done, as Message keeps itself; words of before are what they are. */
    #[ORM\Column(length: 255)]
    private string $says;

    /** TableDiff as JSON, deflated and in Base64. */
    #[ORM\Column(type: Types::TEXT)]
    private string $diff;

    /** When it was done, in microseconds. */
    #[ORM\Column(type: Types::BIGINT, options: ['default' => 0])]
    public readonly int $at;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $step,
        Message $says,
        TableDiff $diff,
        /** What the page that asked for it called it, so that it is made once however often it is sent. */
        #[ORM\Column(length: 40, nullable: true)] public readonly ?string $token = null,
    ) {
        $this->says = $says->stored();
        $this->at = (int) (1e6 * Time::precise());
        $this->diff = base64_encode((string) gzdeflate($diff->encode(), 3));
    }

    public function says(): Message|string
    {
        return Message::read($this->says);
    }

    public function diff(): TableDiff
    {
        return TableDiff::decode((string) gzinflate((string) base64_decode($this->diff, true)));
    }
}
