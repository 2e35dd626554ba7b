<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Database\Transition;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Email\MailingPlan;
use Morphea\Core\Delivery\Email\PlannedEmail;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Data\Record;

/**
 * The emails of mailings, written in bulk and updated one by one with plain statements. Nobody gets the same email
 * twice, whoever orders it, however often, and whichever row has their address by then.
 */
final readonly class EmailRepository
{
    public const PAGE = 60;
    private const CHUNK = 80;
    /** Workers that may die over one letter before the others go on without it. */
    private const DEATHS = 8;

    public function __construct(private Connection $connection, private Transition $transition)
    {
    }

    /**
     * Who got this email, through whichever mailing, run or automation.
     *
     * @return array<string, array<int, string>> prints of the rows as they were last, by key of the address and by id
     */
    public function written(Project $project, MailingOrder $order): array
    {
        $written = [];
        $found = $this->connection->executeQuery(
            "SELECT email, row_id, row_print FROM letter WHERE project_id = ? AND (email_key = ? OR mail_key = ?) AND copy_of = ''
                ORDER BY id",
            [$project->id(), $order->identity(), $order->key()],
        );
        foreach ($found->iterateNumeric() as [$email, $row, $print]) {
            $written[mb_strtolower((string) $email, 'UTF-8')][(int) $row] = (string) $print;
        }

        return $written;
    }

    /**
     * @param list<PlannedEmail> $mails
     *
     * @return int how many there are now
     */
    public function create(Mailing $mailing, array $mails): int
    {
        $queue = [];
        foreach ($mails as $one) {
            if ($one->toPerson) {
                $queue[] = [$one, $one->to, null];
            }
            foreach ($one->copies as $copy) {
                $queue[] = [$one, $copy, $one->to];
            }
        }
        $made = 0;
        foreach (array_chunk($queue, self::CHUNK) as $chunk) {
            $values = array_merge(...array_map(fn (array $queued): array => $this->values($mailing, ...$queued), $chunk));
            $made += (int) $this->connection->executeStatement(
                'INSERT INTO letter (mailing_id, project_id, mail_key, email_key, once_for, row_id, row_number, row_print, email,
                    email_name, copy_of, cells, token, sign, state, copies, message, error) VALUES ' .
                    implode(', ', array_fill(0, \count($chunk), "(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, '[]', '', '')")) .
                    ' ON CONFLICT DO NOTHING',
                $values,
            );
        }

        return $made;
    }

    /** @return list<mixed> of one email, or of a copy of it */
    private function values(Mailing $mailing, PlannedEmail $planned, EmailAddress $to, ?EmailAddress $copyOf): array
    {
        $order = $mailing->order();
        $row = (int) $planned->row->id;
        $once = $order->once($planned->to, $row) . (null === $copyOf ? '' : "\n{$to->key()}\n$row");

        return [
            $mailing->id(),
            $mailing->project()->id(),
            // A row has an email of the same words once, and a copy of it to each address.
            null === $copyOf ? $mailing->key() : substr(hash('sha256', "{$mailing->key()}\n{$to->key()}"), 0, 40),
            $order->identity(),
            substr(hash('sha256', "{$order->identity()}\n{$mailing->again()}\n$once"), 0, 40),
            $row,
            $planned->row->number,
            MailingPlan::print($planned->row),
            $to->email,
            mb_substr($to->name, 0, 120),
            $copyOf->email ?? '',
            json_encode($planned->words()->cells, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_FORCE_OBJECT),
            SecretToken::generate(),
            SecretToken::generate(),
            EmailState::Waiting->value,
        ];
    }

    /** @return list<QueuedEmail> those that wait and whose time has come, the oldest first */
    public function due(Mailing $mailing, int $most): array
    {
        return $this->queued(
            "SELECT * FROM letter WHERE mailing_id = ? AND state = 'waiting' AND not_before <= ? ORDER BY id LIMIT ?",
            [$mailing->id(), Time::precise(), $most],
            Record::orders($mailing->project()->columns()),
        );
    }

    public function waits(string $mailing): bool
    {
        $one = "SELECT 1 FROM letter WHERE mailing_id = ? AND state IN ('waiting', 'sending', 'handed') LIMIT 1";

        return false !== $this->connection->fetchOne($one, [$mailing]);
    }

    /** The earliest time at which a waiting email may be sent. */
    public function next(string $mailing): ?float
    {
        $found = $this->connection->fetchOne("SELECT MIN(not_before) FROM letter WHERE mailing_id = ? AND state = 'waiting'", [$mailing]);

        return null === $found ? null : (float) $found;
    }

    /** No worker is sending: emails left by a worker that ended wait again, unless the server may have accepted them. */
    public function leftBehind(string $mailing): void
    {
        $this->connection->executeStatement(
            "UPDATE letter SET error = CASE WHEN state = 'handed' THEN ? WHEN tries >= ? THEN ? ELSE error END,
                state = CASE WHEN state = 'handed' THEN 'unknown' WHEN tries >= ? THEN 'refused' ELSE 'waiting' END
             WHERE mailing_id = ? AND state IN ('sending', 'handed')",
            [
                (new Message('email.error.connection'))->stored(),
                self::DEATHS,
                (new Message('email.error.deaths'))->stored(),
                self::DEATHS,
                $mailing,
            ],
        );
    }

    /** @return bool whether it was still wanted */
    public function begin(int $id, string $message): bool
    {
        return 1 === $this->transition->make('letter', ['id' => $id], EmailState::Sending, ['message' => $message], ['tries = tries + 1']);
    }

    public function mark(int $id, EmailState $state, string $error = ''): void
    {
        $sent = EmailState::Sent === $state ? ['sent_at' => Time::precise()] : [];
        $this->transition->make('letter', ['id' => $id], $state, ['error' => $error] + $sent);
    }

    /** Not now: it will be tried again later. */
    public function later(int $id, float $when, string $error): void
    {
        $this->transition->make('letter', ['id' => $id], EmailState::Waiting, ['not_before' => $when, 'error' => $error]);
    }

    /** It waits as before and the attempt does not count, because the reason was not the email's own. */
    public function unbegin(int $id): void
    {
        $this->transition->make('letter', ['id' => $id], EmailState::Waiting, sql: ['tries = tries - 1'], from: [EmailState::Sending]);
    }

    /** The time, as of `microtime`, of the last of the given number of sent emails; null if there were fewer. */
    public function nthLast(string $mailing, int $many): ?float
    {
        $found = $this->connection->fetchOne(
            'SELECT sent_at FROM letter WHERE mailing_id = ? AND sent_at IS NOT NULL ORDER BY sent_at DESC LIMIT 1 OFFSET ?',
            [$mailing, $many - 1],
        );

        return false === $found ? null : (float) $found;
    }

    /** @return array<string, int> how many are in each state */
    public function counts(string $mailing): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            'SELECT state, COUNT(*) FROM letter WHERE mailing_id = ? GROUP BY state',
            [$mailing],
        ));
    }

    /**
     * The state of the newest email to the person of each row.
     *
     * @param list<int> $rows ids
     *
     * @return array<int, array{state: EmailState, error: Message|string}> by row
     */
    public function newest(Project $project, array $rows): array
    {
        $found = $this->connection->executeQuery(
            "SELECT row_id, state, error FROM letter WHERE project_id = ? AND row_id IN (?) AND copy_of = '' ORDER BY id",
            [$project->id(), $rows],
            [1 => ArrayParameterType::INTEGER],
        );
        $newest = [];
        foreach ($found->iterateAssociative() as $one) {
            $newest[(int) $one['row_id']] = [
                'state' => EmailState::from((string) $one['state']),
                'error' => Message::read((string) $one['error']),
            ];
        }

        return $newest;
    }

    /** @return list<QueuedEmail> of one state or of all; those with something to be said first */
    public function page(Mailing $mailing, ?EmailState $state, int $page): array
    {
        $which = 'mailing_id = ?' . (null === $state ? '' : ' AND state = ?');

        return $this->queued(
            "SELECT * FROM letter WHERE $which ORDER BY CASE state WHEN 'refused' THEN 0 WHEN 'bounced' THEN 0 WHEN 'unknown'
                THEN 1 WHEN 'left' THEN 2 ELSE 3 END, id LIMIT ? OFFSET ?",
            [$mailing->id(), ...null === $state ? [] : [$state->value], self::PAGE, self::PAGE * max(0, $page - 1)],
            Record::orders($mailing->project()->columns()),
        );
    }

    /** @return list<int> ids of those of a state */
    public function ids(Mailing $mailing, EmailState $state): array
    {
        return array_map(intval(...), $this->connection->fetchFirstColumn(
            'SELECT id FROM letter WHERE mailing_id = ? AND state = ? ORDER BY id',
            [$mailing->id(), $state->value],
        ));
    }

    /**
     * @param list<int> $ids
     *
     * @return list<QueuedEmail> of a mailing
     */
    public function some(Mailing $mailing, array $ids): array
    {
        return $this->queued(
            'SELECT * FROM letter WHERE mailing_id = ? AND id IN (?) ORDER BY id',
            [$mailing->id(), $ids],
            Record::orders($mailing->project()->columns()),
            [1 => ArrayParameterType::INTEGER],
        );
    }

    /** @return array{queued: QueuedEmail, project: string, member: int}|null by what only who got it knows */
    public function byToken(string $token): ?array
    {
        return $this->known('letter.token = ?', $token);
    }

    /** @return array{queued: QueuedEmail, project: string, member: int}|null by what stands in the address it comes back to */
    public function bySign(string $sign): ?array
    {
        return $this->known('letter.sign = ?', $sign);
    }

    /** @return array{queued: QueuedEmail, project: string, member: int}|null by the Message-ID it went with */
    public function byMessage(string $message): ?array
    {
        return '' === $message ? null : $this->known('letter.message = ?', $message);
    }

    /** Emails still waiting for their address to be confirmed are not sent. */
    public function leave(int $member, string $email): void
    {
        $this->connection->executeStatement(
            "UPDATE letter SET state = 'left' WHERE state = 'waiting' AND LOWER(email) = ? AND project_id IN
                (SELECT id FROM project WHERE owner_id = ?)",
            [mb_strtolower($email, 'UTF-8'), $member],
        );
    }

    /** @return array{queued: QueuedEmail, project: string, member: int}|null */
    private function known(string $where, string $value): ?array
    {
        $found = $this->connection->fetchAssociative(
            "SELECT letter.*, project.owner_id FROM letter JOIN project ON project.id = letter.project_id WHERE $where",
            [$value],
        );

        return false === $found
            ? null
            : ['queued' => QueuedEmail::of($found, []), 'project' => (string) $found['project_id'], 'member' => (int) $found['owner_id']];
    }

    /**
     * @param list<mixed>                     $values
     * @param array<string, bool>             $monthFirst
     * @param array<int<0, max>, ArrayParameterType> $types
     *
     * @return list<QueuedEmail>
     */
    private function queued(string $sql, array $values, array $monthFirst, array $types = []): array
    {
        return array_map(
            static fn (array $found): QueuedEmail => QueuedEmail::of($found, $monthFirst),
            $this->connection->fetchAllAssociative($sql, $values, $types),
        );
    }
}
