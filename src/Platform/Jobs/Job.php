<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\Core\Message;
use Symfony\Component\Uid\Ulid;

/**
 * A job that a worker does while somebody watches: its order, progress and result. Runs keep theirs; others are kept for
 * a day. Changed only by JobDispatcher and JobRecorder.
 */
#[ORM\Entity]
#[ORM\Table(name: 'job')]
#[ORM\Index(columns: ['owner_id', 'kind', 'ref'], name: 'job_ref')]
class Job
{
    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 8, enumType: JobState::class)]
    private JobState $state = JobState::Waiting;

    /** Times a worker has begun it. */
    #[ORM\Column]
    private int $tries = 0;

    #[ORM\Column]
    private int $done = 0;

    /** Of work that several share: the last place that was given to somebody. */
    #[ORM\Column(options: ['default' => 0])]
    private int $given = 0;

    /** How many stretches are handed out of work that several share. Counted by JobDispatcher, in statements. */
    #[ORM\Column(options: ['default' => 0])]
    protected int $handed = 0;

    /** How many places a worker does in a moment. */
    #[ORM\Column(options: ['default' => 2])]
    protected int $fits = 2;

    /** When anything was heard of it last. */
    #[ORM\Column(options: ['default' => 0])]
    protected float $touchedAt = 0.0;

    #[ORM\Column(nullable: true)]
    private ?float $startedAt = null;

    /** @var array<string, mixed> */
    #[ORM\Column(type: Types::JSON)]
    private array $outcome = [];

    /** Why it came to nothing, or cannot go on. */
    #[ORM\Column(type: Types::TEXT)]
    private string $error = '';

    #[ORM\Column]
    private \DateTimeImmutable $askedAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    /**
     * @param string               $ref   by which it is found again, where it is not by its id
     * @param array<string, mixed> $facts what is asked
     * @param int|null             $total how many there are to be done, if that can be said
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Member $owner,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: true, onDelete: 'CASCADE')] private ?JobSubject $project,
        #[ORM\Column(length: 20)] private string $kind,
        #[ORM\Column(length: 80)] private string $ref,
        #[ORM\Column(type: Types::JSON)] private array $facts,
        #[ORM\Column(nullable: true)] private ?int $total,
    ) {
        $this->id = strtolower((string) new Ulid());
        $this->askedAt = Time::at();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function owner(): Member
    {
        return $this->owner;
    }

    public function project(): ?JobSubject
    {
        return $this->project;
    }

    public function kind(): string
    {
        return $this->kind;
    }

    public function ref(): string
    {
        return $this->ref;
    }

    public function state(): JobState
    {
        return $this->state;
    }

    public function tries(): int
    {
        return $this->tries;
    }

    public function done(): int
    {
        return $this->done;
    }

    public function total(): ?int
    {
        return $this->total;
    }

    public function given(): int
    {
        return $this->given;
    }

    public function startedAt(): ?float
    {
        return $this->startedAt;
    }

    public function error(): Message|string
    {
        return Message::read($this->error);
    }

    public function askedAt(): \DateTimeImmutable
    {
        return $this->askedAt;
    }

    public function endedAt(): ?\DateTimeImmutable
    {
        return $this->endedAt;
    }

    /** One of its facts, empty if it is missing. */
    public function text(string $fact): string
    {
        return \is_scalar($this->facts[$fact] ?? null) ? (string) $this->facts[$fact] : '';
    }

    /** @return list<string> */
    public function texts(string $fact): array
    {
        return array_values(array_filter(\is_array($this->facts[$fact] ?? null) ? $this->facts[$fact] : [], is_string(...)));
    }

    /** @return array<string, mixed> */
    public function outcome(): array
    {
        return $this->outcome;
    }

    public function isUnderWay(): bool
    {
        return JobState::Waiting === $this->state || JobState::Working === $this->state;
    }

    /** The folder for its files. */
    public function folder(): string
    {
        return "work/$this->id";
    }
}
