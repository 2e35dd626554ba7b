<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Delivery\Forms\FormException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\AddRows;
use Morphea\Core\Table\Data\TableException;

/**
 * Responses to forms: kept while the visitor looks at their piece, then turned into a row. A response becomes one row,
 * however often it is sent.
 */
final readonly class Responses
{
    /** Of a form that nobody has sent, at a time: of one network, and of all. The oldest go first, so nobody shuts it for others. */
    private const OPEN_THERE = 300;
    private const OPEN = 3_000;
    /** Seconds after which one that nobody sent is forgotten. */
    private const KEPT = 10_800;

    public function __construct(
        private Connection $connection,
        private TableStore $tables,
        private SentPictures $pictures,
        private EventLog $history,
    ) {
    }

    /**
     * @param array<string, string> $cells    by column key
     * @param list<string>          $pictures names of those that came with it
     * @param string                $network  where it comes from
     *
     * @return string its token, which only who gave it knows
     */
    public function keep(Form $form, array $cells, array $pictures, string $network): string
    {
        $this->forget($form->project);
        $token = SecretToken::generate();
        $network = substr(hash('sha256', "$form->token $network"), 0, 40);
        $this->connection->executeStatement(
            'INSERT INTO answer (token, project_id, cells, pictures, given, made_at, network) VALUES (?, ?, ?, ?, FALSE, ?, ?)',
            [
                $token,
                $form->project->id(),
                json_encode($cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_FORCE_OBJECT),
                json_encode($pictures, \JSON_THROW_ON_ERROR),
                Time::stamp(),
                $network,
            ],
        );
        $this->crowd($form->project, 'network = ?', [$network], self::OPEN_THERE);
        $this->crowd($form->project, '1 = 1', [], self::OPEN);

        return $token;
    }

    /** @return array{cells: array<string, string>, given: bool}|null */
    public function find(Form $form, string $token): ?array
    {
        $found = $this->connection->fetchAssociative(
            'SELECT cells, given FROM answer WHERE token = ? AND project_id = ?',
            [$token, $form->project->id()],
        );

        return false === $found ? null : [
            'cells' => array_map(strval(...), (array) json_decode((string) $found['cells'], true)),
            'given' => (bool) $found['given'],
        ];
    }

    /**
     * @throws FormException  when it came too late
     * @throws TableException when the table takes no more
     */
    public function give(Form $form, string $token): void
    {
        $answer = $this->find($form, $token);
        if (null === $answer || $answer['given']) {
            return;
        }
        // All of it or nothing, wherever it is cut off: an answer that was taken is a row.
        $this->connection->transactional(function () use ($form, $token, $answer): void {
            $mine = $this->connection->executeStatement('UPDATE answer SET given = TRUE WHERE token = ? AND given = FALSE', [$token]);
            if (1 !== (int) $mine) {
                return;
            }
            // Two may want the last place; one gets it.
            $place = $this->connection->executeStatement(
                'UPDATE form SET answers = answers + 1 WHERE project_id = ? AND answers < ?',
                [$form->project->id(), $form->order->most],
            );
            if (1 !== (int) $place) {
                throw new FormException(new Message('public.form.full'));
            }
            $cells = array_intersect_key($answer['cells'], array_flip(array_column($form->project->columns(), 'key')));
            $diff = $this->tables->apply($form->project, new AddRows(null, [$cells], $form->order->looked));
            // The one that is new; whose numbers changed by it were there before.
            $row = max([0, ...$diff->rowIds()]);
            $this->connection->executeStatement('UPDATE answer SET row_id = ? WHERE token = ?', [$row, $token]);
            $this->history->tell($form->project, FormWay::ID, new Message(
                $form->order->looked ? 'deliver.log.response_waits' : 'deliver.log.response',
            ));
        });
    }

    /**
     * If too many were never sent, the oldest are deleted.
     *
     * @param list<string> $values
     */
    private function crowd(Project $project, string $which, array $values, int $most): void
    {
        $found = $this->connection->fetchAllKeyValue(
            "SELECT token, pictures FROM answer WHERE project_id = ? AND given = FALSE AND $which
                ORDER BY made_at DESC, token LIMIT ? OFFSET ?",
            [$project->id(), ...$values, self::OPEN, $most],
        );
        $this->drop($project, $found);
    }

    /** Deletes responses that were not sent for a while, with their pictures. */
    private function forget(Project $project): void
    {
        $old = new \DateTimeImmutable('@' . (Time::now() - self::KEPT));
        $found = $this->connection->fetchAllKeyValue(
            'SELECT token, pictures FROM answer WHERE project_id = ? AND given = FALSE AND made_at < ?',
            [$project->id(), $old->format('Y-m-d H:i:s')],
        );
        $this->drop($project, $found);
    }

    /** @param array<mixed> $found pictures by token */
    private function drop(Project $project, array $found): void
    {
        foreach ($found as $token => $pictures) {
            // Somebody may be sending it just now.
            $gone = $this->connection->executeStatement('DELETE FROM answer WHERE token = ? AND given = FALSE', [$token]);
            if (1 === (int) $gone) {
                $this->pictures->drop($project, array_map(strval(...), (array) json_decode((string) $pictures, true)));
            }
        }
    }
}
