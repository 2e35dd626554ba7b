<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Delivery\Ways\AbstractAction;
use Morphea\App\Delivery\Ways\ActionHint;
use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Delivery\Ways\ActionState;
use Morphea\App\Delivery\Ways\RepeatableAction;
use Morphea\App\Delivery\Ways\Strangers;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Emails the person of a row, as set up on the card. */
#[AsTaggedItem(priority: 70)]
final readonly class EmailAction extends AbstractAction implements RepeatableAction
{
    private const STEP = 'mail';
    /** What is noted of a row that was corrected after it had the email. */
    private const CORRECTED = 'corrected';

    public function __construct(
        private Mailings $mailings,
        private MailingOrders $orders,
        private EmailRepository $emails,
        private Strangers $strangers,
    ) {
    }

    public function step(): Step
    {
        return new Step(self::STEP);
    }

    public function isUsual(): bool
    {
        return true;
    }

    public function hint(Project $project): ActionHint
    {
        return new ActionHint('mail', new Message('automation.hint.mail', [
            'subject' => EditorWords::plain($project, $this->orders->get($project)->subject),
        ]));
    }

    public function columns(Project $project): array
    {
        return $this->orders->get($project)->columns();
    }

    public function check(Project $project): void
    {
        $this->orders->get($project)->check(array_column($project->columns(), 'key'), $project->design()->locale);
    }

    public function perform(Project $project, array $rows, string $base): ActionOutcome
    {
        $order = $this->orders->get($project);
        $plan = $this->mailings->plan($project, $order, $rows);
        $notes = $failed = $addresses = [];
        foreach ($plan->mails as $one) {
            $addresses[(int) $one->row->id] = $one->row->cells[$order->to] ?? '';
        }
        $open = [] === $addresses ? [] : $this->strangers->ask($project, $addresses, $base);
        foreach (array_keys($open) as $row) {
            $notes[$row] = Strangers::UNCONFIRMED;
        }
        $rows = array_values(array_diff(array_keys($addresses), array_keys($open)));
        foreach ($plan->left as $one) {
            $id = (int) $one->row->id;
            // Who had it already, or wants none, is no trouble; an address that cannot be right is.
            if ($one->why->isTrouble()) {
                $failed[$id] = new Message('email.action.failed', [
                    'row' => $one->row->number,
                    'why' => $one->why->note($one->words),
                ]);
            } else {
                $notes[$id] = SkipReason::Corrected === $one->why ? self::CORRECTED : $one->why->note($one->words);
            }
        }
        // Cut off after this, it is found written when it is asked again.
        [] === $rows || $this->mailings->start($project, $order, '', $base, $rows);

        return new ActionOutcome($notes, $failed);
    }

    /** An email counts as sent once a server has accepted it, not when it was ordered. */
    public function states(Project $project, array $rows): array
    {
        $newest = $this->emails->newest($project, $rows);
        $states = [];
        foreach ($rows as $row) {
            $state = $newest[$row]['state'] ?? null;
            $states[$row] = new ActionState(
                self::words($state),
                true === $state?->isMissed() ? new Message('email.action.missed') : null,
                $newest[$row]['error'] ?? '',
            );
        }

        return $states;
    }

    public function note(Message|string $note): Message
    {
        return new Message('email.action.not_emailed', ['why' => match ($note) {
            self::CORRECTED => new Message('email.skip.corrected'),
            Strangers::UNCONFIRMED => new Message('email.skip.unconfirmed'),
            default => $note,
        }]);
    }

    public function repeatNote(): string
    {
        return self::CORRECTED;
    }

    public function repeat(Project $project, array $rows, string $who, string $base): void
    {
        $this->mailings->corrected($project, $this->orders->get($project), $who, $base, $rows);
    }

    private static function words(?EmailState $state): Message
    {
        return new Message('email.action.' . match ($state) {
            EmailState::Sent => 'sent',
            EmailState::Waiting, EmailState::Sending, EmailState::Handed => 'waiting',
            EmailState::Refused => 'refused',
            EmailState::Bounced => 'bounced',
            EmailState::Unknown => 'unknown',
            EmailState::Left => 'left',
            null => 'gone',
        });
    }
}
