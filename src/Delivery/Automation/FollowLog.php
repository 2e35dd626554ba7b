<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Email\LetterState;
use Morphea\App\Delivery\Email\LetterStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\Step;

/** What became of each row, as it is now: an email is sent once a server took it, and not when it was asked for. */
final readonly class FollowLog
{
    public function __construct(private FollowStore $store, private LetterStore $letters)
    {
    }

    /** @return list<array{row: int, words: string, tone: string, error: string, done: string, at: string}> the newest first */
    public function lines(Project $project): array
    {
        $log = $this->store->log($project);
        $emails = $this->letters->newest($project, array_column($log, 'id'));
        $lines = [];
        foreach ($log as $one) {
            $isMailed = \in_array(Step::Mail, $one['done'], true) && !isset($one['notes'][Step::Mail->value]);
            $email = $isMailed ? $emails[$one['id']] ?? null : null;
            $done = array_map(static fn (Step $step): string => match (true) {
                isset($one['notes'][$step->value]) => self::note($one['notes'][$step->value]),
                Step::Mail === $step => self::email($email['state'] ?? null),
                default => $step->done(),
            }, $one['done']);
            $isMissed = true === ($email['state'] ?? null)?->isMissed();
            $lines[] = [
                'row' => $one['row'],
                'words' => $isMissed ? 'email not delivered' : $one['state']->words(),
                'tone' => $isMissed ? 'bad' : $one['state']->tone(),
                'error' => '' === $one['error'] ? $email['error'] ?? '' : $one['error'],
                'done' => implode(', ', $done),
                'at' => $one['at'],
            ];
        }

        return $lines;
    }

    private static function note(string $note): string
    {
        return 'not emailed: ' . match ($note) {
            HandOver::CORRECTED => 'had this email before it was corrected',
            HandOver::UNCONFIRMED => 'its owner has not confirmed the address yet',
            default => $note,
        };
    }

    private static function email(?LetterState $state): string
    {
        return match ($state) {
            LetterState::Sent => 'mailed',
            LetterState::Waiting, LetterState::Sending, LetterState::Handed => 'email waiting to be sent',
            LetterState::Refused => 'email refused',
            LetterState::Bounced => 'email came back',
            LetterState::Unknown => 'email sent, without an answer from the server',
            LetterState::Left => 'not emailed: unsubscribed meanwhile',
            null => 'email not known any more',
        };
    }
}
