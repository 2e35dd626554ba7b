<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Platform\Database\Dialect;
use PHPUnit\Framework\Attributes\Group;

/** What SQLite and PostgreSQL say differently means the same; and it is said in one place. */
final class DialectTest extends AppTestCase
{
    /** Where either may be spoken to in its own words: to set it up, to copy it whole. */
    private const OWN_WORDS = [
        'Platform/Database/Dialect.php', 'Platform/Database/SqliteMiddleware.php', 'Platform/Database/SqliteConnection.php',
        'Platform/Maintenance/DatabaseCopy.php', 'Platform/Maintenance/MoveIn.php',
    ];

    #[Group('stored')]
    public function testPiecesOfSqlMeanTheSameOnBoth(): void
    {
        $dialect = self::getContainer()->get(Dialect::class);
        $database = $this->entities()->getConnection();
        $database->executeStatement('CREATE TABLE said (id INTEGER NOT NULL, cells TEXT NOT NULL, at TIMESTAMP NOT NULL)');
        foreach ([
            ['b', '12.5 kg', '-3e2'],
            ["x\0y", '', '7'],
            ['back\u0000slash', 'none', ' 4'],
            ['A', '0', '.5'],
        ] as $id => $cells) {
            $database->executeStatement('INSERT INTO said (id, cells, at) VALUES (?, ?, ?)', [
                $id,
                json_encode(['cells' => $cells]),
                0 === $id ? '2026-03-03 23:59:59' : "2026-03-0$id 12:00:00",
            ]);
        }
        $column = static fn (string $sql, array $values = []): array => $database->fetchFirstColumn($sql, $values);
        $cell = static fn (int $place): string => $dialect->json('cells', 'cells', $place);
        // What follows NUL is beyond SQLite; PostgreSQL has it without.
        $texts = array_map(strval(...), $column("SELECT {$cell(0)} FROM said WHERE id <> 1 ORDER BY id"));
        self::assertSame(['b', 'back\u0000slash', 'A'], $texts);
        self::assertStringStartsWith('x', (string) $column("SELECT {$cell(0)} FROM said WHERE id = 1")[0]);
        $numbers = $column("SELECT {$dialect->number($cell(2))} FROM said ORDER BY id");
        self::assertSame([-300.0, 7.0, 4.0, 0.5], array_map(floatval(...), $numbers));
        self::assertSame(12.5, (float) $column("SELECT {$dialect->number($cell(1))} FROM said WHERE id = 0")[0]);
        self::assertNull($column('SELECT ' . $dialect->json('cells', 'nothing', 'there') . ' FROM said')[0]);
        self::assertSame(['A', 'b'], $column("SELECT {$cell(0)} FROM said WHERE id IN (0, 3) ORDER BY {$dialect->caseless($cell(0))}"));
        $some = $column("SELECT id FROM said WHERE {$dialect->among('id')} ORDER BY id", ['[1,3,99]']);
        self::assertSame([1, 3], array_map(intval(...), $some));
        self::assertSame([0, 3], array_map(intval(...), $column(
            "SELECT id FROM said WHERE {$dialect->day('at')} = (SELECT {$dialect->day('at')} FROM said WHERE id = 3) ORDER BY id",
        )));
        $database->executeStatement('DROP TABLE said');
    }

    public function testNothingElseIsSaidThatOnlyOneUnderstands(): void
    {
        $root = \dirname(__DIR__, 2) . '/src/';
        $own = [
            'json_extract', 'json_each', 'json_array_elements', 'NOCASE', 'PRAGMA', 'VACUUM', 'sqlite_master', 'strftime(', 'IFNULL(',
            'GROUP_CONCAT', 'INSERT OR ', 'AUTOINCREMENT', 'ILIKE', 'jsonb', 'RETURNING ', 'pg_', 'FOR UPDATE',
        ];
        $found = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS)) as $file) {
            $path = substr((string) $file, \strlen($root));
            $said = array_filter($own, static fn (string $word): bool => str_contains((string) file_get_contents((string) $file), $word));
            if ([] !== $said && !\in_array($path, self::OWN_WORDS, true)) {
                $found[$path] = array_values($said);
            }
        }
        self::assertSame([], $found);
    }
}
