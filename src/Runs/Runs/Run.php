<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Core\Rendering\Layout\TouchUps;
use Morphea\Core\Table\Data\Record;
use Symfony\Component\Uid\Ulid;

/** One run. It keeps the design as it was when ordered; the pieces keep their cells. */
#[ORM\Entity]
#[ORM\Table(name: 'run')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
class Run
{
    #[ORM\Column(name: 'template', type: Types::TEXT)]
    private string $design;

    #[ORM\Column]
    private \DateTimeImmutable $orderedAt;

    /** @var array<string, float> the sizes even texts share, worked out over the whole table when ordered */
    #[ORM\Column(type: Types::JSON)]
    private array $evenSizes;

    /** @var array<string, bool> which way round dates are written, by column key, as said when it was ordered */
    #[ORM\Column(type: Types::JSON, options: ['default' => '[]'])]
    private array $monthFirst;

    /** @var array<int, array<string, mixed>> as they were when it was ordered, by row id */
    #[ORM\Column(type: Types::JSON, options: ['default' => '[]'])]
    private array $touchUps;

    public function __construct(
        #[ORM\Id, ORM\Column(length: 26)] private string $id,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $number,
        /**
         * What its pieces are made as, as Production\ChosenFormat gives it.
         *
         * @var list<array<string, string|int|float|bool>>
         */
        #[ORM\Column(type: Types::JSON, options: ['default' => '[]'])] private array $choices,
        #[ORM\Column(name: 'picked_rows', type: Types::TEXT)] private string $rows,
        #[ORM\Column(length: 120)] private string $fileName,
        /** Pattern of the pieces' names; whether they are in plain Latin letters, and how long they may be. */
        #[ORM\Column(type: Types::TEXT)] private string $namePattern,
        #[ORM\Column(options: ['default' => false])] private bool $plainNames,
        #[ORM\Column(options: ['default' => 120])] private int $nameBytes,
        /** The work of making it: how far it is, and what came of it. */
        #[ORM\OneToOne(fetch: 'EAGER'), ORM\JoinColumn(onDelete: 'CASCADE')] private Job $job,
        EvenSizes $even,
        TouchUps $touchUps,
        /** The name the order is saved under, and who ordered it. */
        #[ORM\Column(length: 80, options: ['default' => ''])] private string $orderName = '',
        #[ORM\Column(length: 180, options: ['default' => ''])] private string $orderedBy = '',
        #[ORM\Column(length: 8, enumType: RunPurpose::class, options: ['default' => 'pieces'])]
        private RunPurpose $purpose = RunPurpose::Pieces,
        /** Which files its names mean, by which they are kept; null of a run of before. */
        #[ORM\Column(name: 'meant_id', length: 64, nullable: true)] private ?string $meant = null,
    ) {
        $this->evenSizes = $even->sizes;
        $this->touchUps = $touchUps->toArray();
        $this->monthFirst = Record::orders($project->columns());
        $this->design = (new DesignCodec())->encode($project->design()->made());
        $this->orderedAt = Time::at();
    }

    public static function newId(): string
    {
        return (string) new Ulid();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function meant(): ?string
    {
        return $this->meant;
    }

    public function purpose(): RunPurpose
    {
        return $this->purpose;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function number(): int
    {
        return $this->number;
    }

    /** @return list<array<string, string|int|float|bool>> */
    public function choices(): array
    {
        return $this->choices;
    }

    public function orderName(): string
    {
        return $this->orderName;
    }

    public function orderedBy(): string
    {
        return $this->orderedBy;
    }

    public function plainNames(): bool
    {
        return $this->plainNames;
    }

    public function nameBytes(): int
    {
        return $this->nameBytes;
    }

    /** The rows as entered; empty for all. */
    public function rows(): string
    {
        return $this->rows;
    }

    /** The name of the downloaded document or ZIP, without its extension. */
    public function fileName(): string
    {
        return $this->fileName;
    }

    public function namePattern(): string
    {
        return $this->namePattern;
    }

    public function total(): int
    {
        return (int) $this->job->total();
    }

    public function evenSizes(): EvenSizes
    {
        return new EvenSizes(array_map(floatval(...), $this->evenSizes));
    }

    public function touchUps(): TouchUps
    {
        return TouchUps::from($this->touchUps);
    }

    /**
     * A row as it was when the run was ordered.
     *
     * @param array<string, string> $cells by column key
     */
    public function row(int $number, array $cells, ?int $id): Record
    {
        return new Record($number, $cells, $this->monthFirst, $id);
    }

    public function design(): Design
    {
        return (new DesignCodec())->decode($this->design);
    }

    /** Whether it was made from the given design. */
    public function isOf(string $design): bool
    {
        return $this->design === $design;
    }

    public function job(): Job
    {
        return $this->job;
    }

    public function isUnderWay(): bool
    {
        return $this->job->isUnderWay();
    }

    public function isDone(): bool
    {
        return JobState::Done === $this->job->state();
    }

    public function isStopped(): bool
    {
        return JobState::Stopped === $this->job->state();
    }

    public function orderedAt(): \DateTimeImmutable
    {
        return $this->orderedAt;
    }

    public function finishedAt(): ?\DateTimeImmutable
    {
        return $this->job->endedAt();
    }

    /** The size of its files; null while it is running, and if it made none. */
    public function bytes(): ?int
    {
        $bytes = $this->job->outcome()['bytes'] ?? null;

        return \is_int($bytes) ? $bytes : null;
    }

    /** Why it cannot go on, or could not; empty if it can. */
    public function trouble(): Message|string
    {
        return $this->job->error();
    }

    /** The folder for what only this run has. */
    public function folder(): string
    {
        return "runs/$this->id";
    }
}
