<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\MadeRows;
use Morphea\Core\Delivery\Verification\Sealed;
use Morphea\Core\Delivery\Verification\SealKey;
use Morphea\Core\Delivery\Verification\SealOrder;
use Morphea\Core\Delivery\Verification\Statement;
use Morphea\Core\Delivery\Verification\VerificationException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\VerificationCodes;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/**
 * Certifies pieces until that is withdrawn. What was made is sealed, not what the table says by now; a piece made again
 * with other content replaces the one before.
 */
final readonly class Seals
{
    public const PAGE = 60;
    private const LONGEST_REASON = 300;
    private const FORMAT = 'Y-m-d H:i:s';

    public function __construct(
        private Connection $connection,
        private Dialect $dialect,
        private MadeRows $made,
        private SealKeys $keys,
        private Issuers $issuers,
        private EventLog $history,
    ) {
    }

    /** The column of a project that holds the codes. */
    public static function column(Project $project): ?Column
    {
        foreach ($project->columns() as $column) {
            if ($column->recipe instanceof VerificationCodes) {
                return $column;
            }
        }

        return null;
    }

    /**
     * Seals the latest piece of all rows or some; a seal that says the same stays as it is.
     *
     * @param list<int>|null $only ids of rows
     *
     * @return array{new: int, replaced: int}
     *
     * @throws VerificationException
     */
    public function seal(Project $project, SealOrder $order, string $who, ?array $only = null): array
    {
        $code = self::column($project) ?? throw new VerificationException(new Message('verification.wrong.no_codes'));
        $locale = $project->design()->locale;
        $order->check(array_map(static fn (Column $column): string => $column->key, $project->columns()), $locale);
        $what = Pattern::parse($order->what, $locale);
        $filler = new PatternFiller($locale);
        $key = $this->keys->newest($project->owner());
        $by = $this->issuers->name($project->owner());
        $now = gmdate('Y-m-d\TH:i:s\Z');
        $done = ['new' => 0, 'replaced' => 0];
        foreach ($this->made->newestCells($project, $only) as $row => $cells) {
            $text = static fn (string $column): string => trim($cells[$column] ?? '');
            // Made before there were codes: it carries none, and is nothing that could be checked.
            if ('' === $text($code->key)) {
                continue;
            }
            $day = '' === $order->day ? '' : $text($order->day);
            $words = trim($filler->fill($what, $cells)->text);
            $statement = new Statement($text($code->key), $text($order->whom), $words, $day, $by, $now);
            $kind = $this->one($project, $row, $statement, $key);
            if (null !== $kind) {
                ++$done[$kind];
            }
        }
        if (array_sum($done) > 0) {
            $this->history->tell($project, VerificationWay::ID, new Message('deliver.log.sealed', [
                'count' => array_sum($done),
                'replaced' => $done['replaced'],
            ]), $who);
        }

        return $done;
    }

    /** @throws VerificationException */
    public function takeBack(Project $project, int $id, string $reason, string $who): void
    {
        $reason = trim((string) preg_replace('/\s+/u', ' ', $reason));
        if ('' === $reason || mb_strlen($reason) > self::LONGEST_REASON) {
            throw new VerificationException(new Message('verification.wrong.reason', ['most' => self::LONGEST_REASON]));
        }
        $found = $this->connection->fetchOne('SELECT statement FROM seal WHERE id = ? AND project_id = ?', [$id, $project->id()]);
        $changed = $this->connection->executeStatement(
            'UPDATE seal SET taken_back_at = ?, reason = ? WHERE id = ? AND project_id = ? AND standing = 1 AND taken_back_at IS NULL',
            [self::now(), $reason, $id, $project->id()],
        );
        if (1 === (int) $changed) {
            $whom = (string) (json_decode((string) $found, true)['whom'] ?? '');
            $this->history->tell($project, VerificationWay::ID, new Message('deliver.log.seal_revoked', [
                'name' => $whom,
                'reason' => $reason,
            ]), $who);
        }
    }

    /** Makes a withdrawn seal valid again. */
    public function giveBack(Project $project, int $id, string $who): void
    {
        $changed = $this->connection->executeStatement(
            "UPDATE seal SET taken_back_at = NULL, reason = '' WHERE id = ? AND project_id = ? AND taken_back_at IS NOT NULL",
            [$id, $project->id()],
        );
        if (1 === (int) $changed) {
            $this->history->tell($project, VerificationWay::ID, new Message('deliver.log.seal_restored'), $who);
        }
    }

    /** @param string $code as VerificationCode reads it */
    public function find(string $code): ?VerificationResult
    {
        $found = $this->connection->fetchAssociative(
            'SELECT seal.*, (SELECT MAX(old.sealed_at) FROM seal old WHERE old.code = seal.code AND old.standing IS NULL) AS replaced
                FROM seal WHERE seal.code = ? AND seal.standing = 1',
            [$code],
        );
        if (false === $found) {
            return null;
        }
        $day = static fn (mixed $at): ?\DateTimeImmutable => null === $at ? null : new \DateTimeImmutable((string) $at);

        return new VerificationResult(
            (int) $found['id'],
            Sealed::kept(
                Statement::of((array) json_decode((string) $found['statement'], true)),
                (string) $found['key_id'],
                (string) base64_decode((string) $found['signature'], true),
            ),
            (string) $found['project_id'],
            $day($found['replaced']),
            $day($found['taken_back_at']),
            (string) $found['reason'],
        );
    }

    /** Counts a verification; nothing else is recorded about the visitor. */
    public function looked(VerificationResult $standing): void
    {
        $this->connection->executeStatement('UPDATE seal SET looks = looks + 1 WHERE id = ?', [$standing->id]);
    }

    /** @return array{standing: int, back: int, looks: int} */
    public function counts(Project $project): array
    {
        $found = $this->connection->fetchAssociative(
            'SELECT COUNT(*) FILTER (WHERE taken_back_at IS NULL) AS standing, COUNT(*) FILTER (WHERE taken_back_at IS NOT NULL) AS back,
                SUM(looks) AS looks FROM seal WHERE project_id = ? AND standing = 1',
            [$project->id()],
        ) ?: [];

        return [
            'standing' => (int) ($found['standing'] ?? 0),
            'back' => (int) ($found['back'] ?? 0),
            'looks' => (int) ($found['looks'] ?? 0),
        ];
    }

    /** @return list<array{id: int, code: string, whom: string, sealed: string, back: string|null, reason: string, looks: int}> */
    public function page(Project $project, int $page): array
    {
        return array_map(
            static fn (array $one): array => [
                'id' => (int) $one['id'],
                'code' => (string) $one['code'],
                'whom' => (string) (json_decode((string) $one['statement'], true)['whom'] ?? ''),
                'sealed' => (string) $one['sealed_at'],
                'back' => null === $one['taken_back_at'] ? null : (string) $one['taken_back_at'],
                'reason' => (string) $one['reason'],
                'looks' => (int) $one['looks'],
            ],
            $this->connection->fetchAllAssociative(
                'SELECT * FROM seal WHERE project_id = ? AND standing = 1 ORDER BY row_id LIMIT ? OFFSET ?',
                [$project->id(), self::PAGE, self::PAGE * max(0, $page - 1)],
            ),
        );
    }

    /**
     * @return 'new'|'replaced'|null what it became; null where the same is said already, or it was taken back
     *
     * @throws VerificationException
     */
    private function one(Project $project, int $row, Statement $statement, SealKey $key): ?string
    {
        return $this->connection->transactional(function () use ($project, $row, $statement, $key): ?string {
            $this->dialect->hold($project->id());
            $now = $this->connection->fetchAssociative('SELECT * FROM seal WHERE code = ? AND standing = 1', [$statement->code]);
            // It belongs to who sealed it first, whether or not that holds still.
            $others = $this->connection->fetchOne(
                'SELECT 1 FROM seal WHERE code = ? AND (project_id <> ? OR row_id <> ?)',
                [$statement->code, $project->id(), $row],
            );
            if (false !== $others) {
                throw new VerificationException(new Message('verification.wrong.other_project'));
            }
            // What was taken back does not come back because somebody seals all of them once more.
            if (false !== $now && (null !== $now['taken_back_at'] ||
                Statement::of((array) json_decode((string) $now['statement'], true))->says($statement))) {
                return null;
            }
            if (false !== $now) {
                $this->connection->executeStatement('UPDATE seal SET standing = NULL WHERE id = ?', [$now['id']]);
            }
            $sealed = Sealed::by($key, $statement);
            $this->connection->executeStatement(
                'INSERT INTO seal (project_id, row_id, code, statement, key_id, signature, standing, sealed_at, reason)
                    VALUES (?, ?, ?, ?, ?, ?, 1, ?, \'\')',
                [
                    $project->id(),
                    $row,
                    $statement->code,
                    $statement->bytes(),
                    $sealed->key,
                    base64_encode($sealed->signature),
                    self::now(),
                ],
            );

            return false === $now ? 'new' : 'replaced';
        });
    }

    private static function now(): string
    {
        return Time::at()->format(self::FORMAT);
    }
}
