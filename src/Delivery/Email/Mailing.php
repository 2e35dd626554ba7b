<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingOrder;
use Symfony\Component\Uid\Ulid;

/** One mailing to the people of a table, with its text as it was when it was ordered. */
#[ORM\Entity]
#[ORM\Table(name: 'mailing')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
class Mailing
{
    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    /** @var array<string, string|int> */
    #[ORM\Column(type: Types::JSON)]
    private array $said;

    #[ORM\Column]
    private \DateTimeImmutable $madeAt;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $number,
        MailingOrder $order,
        /** How often the same words were sent on purpose before. */
        #[ORM\Column] private int $again,
        /** Where the application is found by who gets an email, as https://guild.example. */
        #[ORM\Column(length: 250)] private string $base,
        #[ORM\Column(length: 180)] private string $who,
        #[ORM\OneToOne(fetch: 'EAGER'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Job $job,
    ) {
        $this->id = $job->ref();
        $this->said = $order->toArray();
        $this->madeAt = Time::at();
    }

    public static function newId(): string
    {
        return strtolower((string) new Ulid());
    }

    public function id(): string
    {
        return $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function number(): int
    {
        return $this->number;
    }

    public function order(): MailingOrder
    {
        return MailingOrder::of($this->said);
    }

    public function key(): string
    {
        return $this->order()->key($this->again);
    }

    public function again(): int
    {
        return $this->again;
    }

    public function base(): string
    {
        return $this->base;
    }

    public function who(): string
    {
        return $this->who;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function job(): Job
    {
        return $this->job;
    }
}
