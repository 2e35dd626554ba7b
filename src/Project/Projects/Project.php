<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobStoppedException;
use Morphea\App\Platform\Jobs\JobSubject;
use Morphea\App\Platform\Language\Language;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableDiff;
use Symfony\Component\Uid\Ulid;

/** One design, one table, and what was made from them. The rows are in StoredRow. */
#[ORM\Entity]
#[ORM\Table(name: 'project')]
class Project implements JobSubject
{
    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(name: 'template', type: Types::TEXT)]
    private string $design;

    /** Which revision the design is now; undo goes down, redo goes up. */
    #[ORM\Column]
    private int $revision = 0;

    /** @var list<array<string, mixed>> */
    #[ORM\Column(type: Types::JSON)]
    private array $columns = [];

    #[ORM\Column]
    private int $rowCount = 0;

    #[ORM\Column(options: ['default' => 0])]
    private int $skippedRows = 0;

    /** Whether somebody named it; else it is called as its starter is. */
    #[ORM\Column(options: ['default' => true])]
    private bool $isNamed = true;

    /** Of those, rows in which nothing stands. */
    #[ORM\Column(options: ['default' => 0])]
    private int $blankRows = 0;

    #[ORM\Column(options: ['default' => 0])]
    private int $tableStep = 0;

    /** The highest id a row ever had. */
    #[ORM\Column(options: ['default' => 0])]
    private int $lastRowId = 0;

    /** Grows whenever the rows change, so that what was worked out from them is known to be old. */
    #[ORM\Column]
    private int $tableVersion = 0;

    /** Grows whenever a picture comes, goes or gets another focus. */
    #[ORM\Column(options: ['default' => 0])]
    private int $pictureVersion = 0;

    /** Which step of work by hand is the last that holds; undo goes down, redo goes up. */
    #[ORM\Column(options: ['default' => 0])]
    private int $handStep = 0;

    /** Grows with every step of work by hand, back and forth. */
    #[ORM\Column(options: ['default' => 0])]
    private int $handVersion = 0;

    /** As Context\RowInputs calls the state in which its rows were looked at last. */
    #[ORM\Column(length: 64, options: ['default' => ''])]
    private string $proofed = '';

    #[ORM\Column(length: 255)]
    private string $source = '';

    /** @var list<Message|string|array<string, mixed>> as JSON has messages */
    #[ORM\Column(type: Types::JSON)]
    private array $notices = [];

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    #[ORM\Column]
    private \DateTimeImmutable $changedAt;

    /** The language of pages, forms and emails for visitors; null for its owner's. */
    #[ORM\Column(length: 8, nullable: true, enumType: Language::class)]
    private ?Language $language = null;

    /** Time zone of its schedule, forms, automation and links, by its name in the IANA database; null for its owner's. */
    #[ORM\Column(length: 64, nullable: true)]
    private ?string $zone = null;

    /** @var array{string, Design}|null */
    private ?array $read = null;

    /** @var array{array<mixed>, string, list<Column>}|null */
    private ?array $readColumns = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Member $owner,
        Design $design,
    ) {
        $this->id = (string) new Ulid();
        $this->createdAt = $this->changedAt = Time::at();
        $this->setDesign($design, 0);
    }

    /** @throws JobStoppedException where the project is gone: nobody wants the job any more */
    public static function ofJob(Job $job): self
    {
        $project = $job->project();

        return $project instanceof self ? $project : throw new JobStoppedException();
    }

    public function id(): string
    {
        return $this->id;
    }

    public function language(): Language
    {
        return $this->language ?? $this->owner->language() ?? Language::English;
    }

    public function speaks(Language $language): void
    {
        $this->language = $language;
    }

    /** Null for the server's. */
    public function zone(): ?string
    {
        return $this->zone ?? $this->owner->zone();
    }

    /** The owner's language is stored as null, so that the project keeps following its owner's. */
    public function setZone(string $zone): void
    {
        $this->zone = $zone === $this->owner->zone() ? null : $zone;
    }

    public function owner(): Member
    {
        return $this->owner;
    }

    public function name(): string
    {
        return $this->design()->name;
    }

    public function isNamed(): bool
    {
        return $this->isNamed;
    }

    public function markNamed(bool $isNamed = true): void
    {
        $this->isNamed = $isNamed;
    }

    /** Parsed once until it changes. */
    public function design(): Design
    {
        if ($this->design !== ($this->read[0] ?? null)) {
            $this->read = [$this->design, (new DesignCodec())->decode($this->design)];
        }

        return $this->read[1];
    }

    /** @return list<Layer> placeholders that show a column the table has not; none before there are rows */
    public function unlinked(): array
    {
        $keys = array_map(static fn (Column $column): string => $column->key, $this->columns());

        return 0 === $this->rowCount
            ? []
            : array_values(array_filter(
                $this->design()->placeholders(),
                static fn (Layer $layer): bool => [] !== array_diff($layer->columns(), $keys),
            ));
    }

    public function templateJson(): string
    {
        return $this->design;
    }

    public function setDesign(Design $design, int $revision): void
    {
        $this->design = (new DesignCodec())->encode($design);
        $this->revision = $revision;
        $this->changedAt = Time::at();
    }

    public function revision(): int
    {
        return $this->revision;
    }

    /** @param list<Message|string> $notices what was to be said when the table came in */
    public function setSource(Message|string $source, array $notices): void
    {
        $this->source = $source instanceof Message ? $source->stored() : mb_strimwidth($source, 0, 200, '…', 'UTF-8');
        $this->notices = $notices;
    }

    /** The table's columns and state; the rows are in StoredRow. */
    public function setTable(Table $table, int $step): void
    {
        $this->columns = TableDiff::columns($table);
        $this->rowCount = \count($table->rows);
        $this->skippedRows = \count($table->skipped());
        $this->blankRows = \count($table->blank());
        $this->lastRowId = $table->nextId() - 1;
        $this->tableStep = $step;
        ++$this->tableVersion;
        $this->changedAt = Time::at();
    }

    /** @return list<Column> */
    public function columns(): array
    {
        $locale = $this->design()->locale;
        if (null === $this->readColumns || [$this->columns, $locale] !== [$this->readColumns[0], $this->readColumns[1]]) {
            $this->readColumns = [$this->columns, $locale, TableDiff::readColumns($this->columns, $locale)];
        }

        return $this->readColumns[2];
    }

    /** The number of the last change that is in effect; undo lowers it, redo raises it. */
    public function tableStep(): int
    {
        return $this->tableStep;
    }

    public function blankRows(): int
    {
        return $this->blankRows;
    }

    /** Rows that runs make: those with content that are neither left out nor drafts. */
    public function activeRows(): int
    {
        return $this->rowCount - $this->skippedRows;
    }

    public function rowCount(): int
    {
        return $this->rowCount;
    }

    public function lastRowId(): int
    {
        return $this->lastRowId;
    }

    public function tableVersion(): int
    {
        return $this->tableVersion;
    }

    public function handStep(): int
    {
        return $this->handStep;
    }

    public function handVersion(): int
    {
        return $this->handVersion;
    }

    public function setHand(int $step, int $version): void
    {
        [$this->handStep, $this->handVersion] = [$step, $version];
        $this->changedAt = Time::at();
    }

    /** A fingerprint of the design, the rows, the pictures and the work by hand. */
    public function state(): string
    {
        return hash('sha256', "$this->tableVersion $this->pictureVersion $this->handVersion " . $this->templateJson());
    }

    public function setProofed(string $state): void
    {
        $this->proofed = $state;
    }

    /** Whether all warnings of its rows are up to date. */
    public function isProofed(string $state): bool
    {
        return $this->proofed === $state;
    }

    public function pictureVersion(): int
    {
        return $this->pictureVersion;
    }

    public function source(): Message|string
    {
        return Message::read($this->source);
    }

    /** @return list<Message|string> */
    public function notices(): array
    {
        return array_values(array_filter(array_map(Message::decoded(...), $this->notices)));
    }

    public function createdAt(): \DateTimeImmutable
    {
        return $this->createdAt;
    }

    public function changedAt(): \DateTimeImmutable
    {
        return $this->changedAt;
    }
}
