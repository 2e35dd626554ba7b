<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Doctrine\DBAL\Schema\Column;
use Doctrine\DBAL\Schema\ForeignKeyConstraint;
use Doctrine\DBAL\Schema\Index;
use Doctrine\DBAL\Schema\Table;
use Doctrine\DBAL\Types\Type;
use Doctrine\ORM\Tools\SchemaTool;
use PHPUnit\Framework\Attributes\Group;

/** Entities say what the database holds; migrations make it so, in SQLite and in PostgreSQL alike. */
final class SchemaTest extends AppTestCase
{
    /** Of the queue and of migrations, not ours. */
    private const FOREIGN = ['messenger_messages', 'doctrine_migration_versions'];

    #[Group('stored')]
    public function testTheDatabaseIsWhatItsEntitiesSay(): void
    {
        $said = self::tables($this->said());
        $made = self::tables($this->entities()->getConnection()->createSchemaManager()->introspectTables());
        self::assertGreaterThan(35, \count($said));
        self::assertSame(array_keys($said), array_keys($made), 'every table is an entity');
        self::assertSame(array_map($this->facts(...), $said), array_map($this->facts(...), $made));
    }

    /** @return list<Table> */
    private function said(): array
    {
        $entities = $this->entities();

        return (new SchemaTool($entities))->getSchemaFromMetadata($entities->getMetadataFactory()->getAllMetadata())->getTables();
    }

    /**
     * @param list<Table> $all
     *
     * @return array<string, Table>
     */
    private static function tables(array $all): array
    {
        $tables = [];
        foreach ($all as $table) {
            $name = basename(strtr(trim($table->getObjectName()->toString(), '"'), '.', '/'));
            if (!\in_array($name, self::FOREIGN, true)) {
                $tables[trim($name, '"')] = $table;
            }
        }
        ksort($tables);

        return $tables;
    }

    /** @return array<string, mixed> what has to be the same */
    private function facts(Table $table): array
    {
        $columns = [];
        foreach ($table->getColumns() as $column) {
            $columns[self::plain($column->getObjectName()->toString())] = self::type($column) . ($column->getNotnull() ? '' : ' or null');
        }
        ksort($columns);
        $unique = array_filter($table->getIndexes(), static fn (Index $index): bool => $index->isUnique() && !$index->isPrimary());
        $unique = array_map(static fn (Index $index): string => implode(', ', array_map(self::plain(...), $index->getColumns())), $unique);
        $keys = array_map(static fn (ForeignKeyConstraint $key): string => \sprintf(
            '%s to %s, on delete %s',
            implode(', ', array_map(self::plain(...), $key->getLocalColumns())),
            self::plain($key->getForeignTableName()),
            $key->onDelete() ?? 'nothing',
        ), $table->getForeignKeys());
        $primary = array_map(self::plain(...), $table->getPrimaryKey()?->getColumns() ?? []);
        sort($primary);
        sort($unique);
        sort($keys);

        return ['columns' => $columns, 'primary' => $primary, 'unique' => array_values(array_unique($unique)), 'keys' => $keys];
    }

    private static function plain(string $name): string
    {
        return trim($name, '"');
    }

    /** Types as far as both databases can tell them apart. */
    private static function type(Column $column): string
    {
        $name = Type::getTypeRegistry()->lookupName($column->getType());

        return match ($name) {
            // PostgreSQL has no use for lengths, and SQLite keeps to none.
            'json', 'text', 'string' => 'text',
            'smallint', 'integer', 'bigint' => 'integer',
            'float', 'smallfloat' => 'float',
            default => str_starts_with($name, 'date') ? 'time' : $name,
        };
    }
}
