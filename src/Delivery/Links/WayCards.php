<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\DBAL\Connection;
use Morphea\App\Project\Projects\Project;

/** The ways to hand over besides links, each a plain card that says what it does, and how far it is. */
final readonly class WayCards
{
    private const SAYS = [
        'mail' => 'Mail each person their piece, or a link to its page, with words of their own.',
        'seal' => 'Put a code on each piece by which anybody can check that it is genuine, for whom and from whom.',
        'form' => 'Let people fill in a row themselves, on a page they need no account for.',
        'calendar' => 'Deal the pieces over days and times, and have each posted when it is its turn.',
        'previews' => 'Show every piece on a bag, a shirt, a mug, a wall, or in a photograph of your own.',
        'follow' => 'When a row arrives or changes: make its piece and hand it over, without anybody being there.',
        'history' => 'What was given, sent, sealed, answered, posted, opened and taken back, and when.',
    ];

    public function __construct(private Connection $connection)
    {
    }

    /** @return list<array{id: string, title: string, says: string, route: string, act: string, state: string, tone: string}> */
    public function of(Project $project): array
    {
        $one = fn (string $sql): int => (int) $this->connection->fetchOne($sql, [$project->id()]);
        $waits = $one("SELECT COUNT(*) FROM letter WHERE project_id = ? AND state = 'waiting'");
        $sent = $one("SELECT COUNT(*) FROM letter WHERE project_id = ? AND state = 'sent'");
        $sealed = $one('SELECT COUNT(*) FROM seal WHERE project_id = ? AND standing = 1 AND taken_back_at IS NULL');
        $open = $one('SELECT COUNT(*) FROM form WHERE project_id = ? AND is_open = TRUE');
        $answers = $one('SELECT SUM(answers) FROM form WHERE project_id = ?');
        $planned = $one("SELECT COUNT(*) FROM post WHERE project_id = ? AND state = 'planned'");
        $posted = $one("SELECT COUNT(*) FROM post WHERE project_id = ? AND state = 'posted'");
        $on = $one('SELECT COUNT(*) FROM follow WHERE project_id = ? AND is_on = TRUE');
        $held = $one("SELECT COUNT(*) FROM followed WHERE project_id = ? AND state = 'held'");
        $told = $one('SELECT COUNT(*) FROM happening WHERE project_id = ?');

        $form = implode(', ', array_filter([
            $open ? 'open' : '',
            self::both($answers, 1 === $answers ? 'answer' : 'answers'),
        ]));

        return [
            self::card('mail', 'Mail', 'mail', 'Write the mail', self::both($sent, 'sent', $waits, 'on the way')),
            self::card('seal', 'Genuine or not', 'seals', 'Set it up', self::both($sealed, 'sealed')),
            self::card('form', 'Collecting form', 'form', 'Set it up', $form),
            self::card('calendar', 'Posting calendar', 'calendar', 'Open it', self::both($planned, 'planned', $posted, 'posted')),
            self::card('previews', 'Product previews', 'previews', 'See them', ''),
            0 === $held
                ? self::card('follow', 'By itself', 'follow', 'Set it up', $on ? 'on' : '')
                : ['tone' => 'look'] + self::card('follow', 'By itself', 'follow', 'Look', number_format($held) . ' waiting for your yes'),
            self::card('history', 'History', 'history', 'Read it', self::both($told, 1 === $told ? 'line' : 'lines')),
        ];
    }

    /** @return array{id: string, title: string, says: string, route: string, act: string, state: string, tone: string} */
    private static function card(string $id, string $title, string $route, string $act, string $state): array
    {
        return [
            'id' => $id,
            'title' => $title,
            'says' => self::SAYS[$id],
            'route' => $route,
            'act' => $act,
            'state' => $state,
            'tone' => 'history' === $id ? 'quiet' : 'ok',
        ];
    }

    private static function both(int $one, string $words, int $other = 0, string $more = ''): string
    {
        return implode(', ', array_filter([
            0 === $one ? '' : number_format($one) . " $words",
            0 === $other ? '' : number_format($other) . " $more",
        ]));
    }
}
