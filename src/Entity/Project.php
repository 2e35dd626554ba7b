<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\Core\Data\Column;
use Morphea\Core\Data\Table;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Symfony\Component\Uid\Ulid;

/** One template, one table, and what came of them. The rows themselves are in TableRow. */
#[ORM\Entity]
#[ORM\Table(name: 'project')]
class Project
{
    #[ORM\Id, ORM\Column(length: 26)]
    private string $id;

    #[ORM\Column(type: Types::TEXT)]
    private string $template;

    /** Which revision the template is now; undo goes down, redo goes up. */
    #[ORM\Column]
    private int $revision = 0;

    /** @var list<array{key: string, heading: string}> */
    #[ORM\Column(type: Types::JSON)]
    private array $columns = [];

    #[ORM\Column]
    private int $rowCount = 0;

    /** Grows whenever the rows change, so that what was worked out from them is known to be old. */
    #[ORM\Column]
    private int $tableVersion = 0;

    #[ORM\Column(length: 255)]
    private string $source = '';

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON)]
    private array $notices = [];

    #[ORM\Column]
    private \DateTimeImmutable $createdAt;

    #[ORM\Column]
    private \DateTimeImmutable $changedAt;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private Member $owner,
        Template $template,
    ) {
        $this->id = (string) new Ulid();
        $this->createdAt = $this->changedAt = new \DateTimeImmutable();
        $this->setTemplate($template, 0);
    }

    public function id(): string
    {
        return $this->id;
    }

    public function owner(): Member
    {
        return $this->owner;
    }

    public function name(): string
    {
        return $this->template()->name;
    }

    public function template(): Template
    {
        return (new TemplateCodec())->decode($this->template);
    }

    public function templateJson(): string
    {
        return $this->template;
    }

    public function setTemplate(Template $template, int $revision): void
    {
        $this->template = (new TemplateCodec())->encode($template);
        $this->revision = $revision;
        $this->changedAt = new \DateTimeImmutable();
    }

    public function revision(): int
    {
        return $this->revision;
    }

    public function setTable(Table $table, string $source): void
    {
        $this->columns = array_map(static fn (Column $column): array => ['key' => $column->key, 'heading' => $column->heading], $table->columns);
        $this->rowCount = $table->count();
        ++$this->tableVersion;
        $this->source = mb_strimwidth($source, 0, 200, '…', 'UTF-8');
        $this->notices = $table->notices;
        $this->changedAt = new \DateTimeImmutable();
    }

    /** @return list<Column> */
    public function columns(): array
    {
        return array_map(static fn (int $i, array $c): Column => new Column($i, $c['key'], $c['heading']), array_keys($this->columns), $this->columns);
    }

    public function rowCount(): int
    {
        return $this->rowCount;
    }

    public function tableVersion(): int
    {
        return $this->tableVersion;
    }

    public function source(): string
    {
        return $this->source;
    }

    /** @return list<string> */
    public function notices(): array
    {
        return $this->notices;
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
