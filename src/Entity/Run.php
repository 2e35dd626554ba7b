<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\Core\Data\Row;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Symfony\Component\Uid\Ulid;

/** One making of pieces. It keeps the template as it was when ordered; the pieces keep their cells. */
#[ORM\Entity]
#[ORM\Table(name: 'run')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
class Run
{
    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(length: 10, enumType: RunState::class)]
    private RunState $state = RunState::Waiting;

    #[ORM\Column(type: Types::TEXT)]
    private string $template;

    #[ORM\Column]
    private \DateTimeImmutable $orderedAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $finishedAt = null;

    /** @var array<string, float> the sizes even texts share, worked out over the whole table when ordered */
    #[ORM\Column(type: Types::JSON)]
    private array $evenSizes;

    /** @var array<string, bool> which way round dates are written, by column key, as said when it was ordered */
    #[ORM\Column(type: Types::JSON, options: ['default' => '[]'])]
    private array $monthFirst;

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $trouble = '';

    /** Bytes of the finished file, where the run makes one. */
    #[ORM\Column(nullable: true)]
    private ?int $bytes = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $number,
        /** What its pieces are made as, by the output's id, and the ending of its files. */
        #[ORM\Column(length: 8)] private string $output,
        #[ORM\Column(length: 10, options: ['default' => ''])] private string $ending,
        /** All pieces come into one file. */
        #[ORM\Column(options: ['default' => false])] private bool $oneFile,
        #[ORM\Column(name: 'picked_rows', type: Types::TEXT)] private string $rows,
        #[ORM\Column(length: 120)] private string $fileName,
        /** Pattern of the pieces' names. */
        #[ORM\Column(type: Types::TEXT)] private string $namePattern,
        #[ORM\Column] private int $total,
        EvenSizes $even,
        #[ORM\Column(options: ['default' => false])] private bool $bleed = false,
    ) {
        $this->evenSizes = $even->sizes;
        $this->monthFirst = Row::orders($project->columns());
        $this->id = (string) new Ulid();
        $this->template = $project->templateJson();
        $this->orderedAt = new \DateTimeImmutable();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function bleed(): bool
    {
        return $this->bleed;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function number(): int
    {
        return $this->number;
    }

    public function output(): string
    {
        return $this->output;
    }

    public function ending(): string
    {
        return $this->ending;
    }

    public function isOneFile(): bool
    {
        return $this->oneFile;
    }

    /** The rows as they were written, empty for all. */
    public function rows(): string
    {
        return $this->rows;
    }

    /** Name of the PDF or ZIP people download, without its ending. */
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
        return $this->total;
    }

    public function evenSizes(): EvenSizes
    {
        return new EvenSizes(array_map(floatval(...), $this->evenSizes));
    }

    /**
     * A row as it was when the run was ordered.
     *
     * @param array<string, string> $cells by column key
     */
    public function row(int $number, array $cells): Row
    {
        return new Row($number, $cells, $this->monthFirst);
    }

    public function template(): Template
    {
        return (new TemplateCodec())->decode($this->template);
    }

    public function state(): RunState
    {
        return $this->state;
    }

    public function orderedAt(): \DateTimeImmutable
    {
        return $this->orderedAt;
    }

    public function finishedAt(): ?\DateTimeImmutable
    {
        return $this->finishedAt;
    }

    public function bytes(): ?int
    {
        return $this->bytes;
    }

    /** Why it cannot go on, or could not; empty where it can. */
    public function trouble(): string
    {
        return $this->trouble;
    }

    public function stop(): void
    {
        $this->state = RunState::Stopped;
        $this->finishedAt = new \DateTimeImmutable();
    }

    public function goOn(): void
    {
        $this->state = RunState::Waiting;
        $this->finishedAt = null;
        $this->trouble = '';
    }

    public function finish(?int $bytes): void
    {
        $this->state = RunState::Done;
        $this->trouble = '';
        $this->bytes = $bytes;
        $this->finishedAt = new \DateTimeImmutable();
    }

    /** Folder of everything this run makes. */
    public function folder(): string
    {
        return "runs/$this->id";
    }

    /** Where a file of a piece is kept: by its place, whatever name people gave it. */
    public function piecePath(int $position, int $file): string
    {
        return \sprintf('%s/pieces/%06d-%d.%s', $this->folder(), $position, $file + 1, $this->ending);
    }

    public function partsFolder(): string
    {
        return $this->folder() . '/parts';
    }

    public function partPath(string $part): string
    {
        return "{$this->partsFolder()}/$part.$this->ending";
    }

    /** Where the one file of a run that makes one is kept. */
    public function path(): string
    {
        return $this->folder() . '/all.' . $this->ending;
    }
}
