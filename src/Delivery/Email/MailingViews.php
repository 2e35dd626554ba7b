<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\TimeLeft;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Email\MailingPlan;
use Morphea\Core\Delivery\Email\SkippedRow;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Message;
use Symfony\Component\Mime\Exception\ExceptionInterface as MimeException;
use Symfony\Component\Mime\Part\DataPart;

/** What the Email page shows: who gets an email and who does not, how it reads for any row, and what was sent. */
final readonly class MailingViews
{
    public const NOTHING = [
        'count' => 0,
        'left' => null,
        'confirmed' => true,
        'reasons' => [],
        'wrongCopies' => [],
        'unclear' => [],
        'seen' => null,
    ];
    private const LEFT_SHOWN = 5;

    public function __construct(
        private Mailings $mailings,
        private EmailWriter $writer,
        private EmailRepository $emails,
        private JobDispatcher $desk,
        private EmailQuota $allowance,
    ) {
    }

    /**
     * @param int $at which of those that are written to is shown, from 1
     *
     * @return array<string, mixed>
     */
    public function plan(Project $project, MailingOrder $order, int $at, string $base): array
    {
        try {
            $plan = $this->mailings->plan($project, $order);
        } catch (MailingException $e) {
            return self::NOTHING + ['error' => $e->says()];
        }
        $count = \count($plan->mails);

        return [
            'error' => null,
            'count' => $count,
            'left' => $this->allowance->left($project->owner()),
            'confirmed' => $project->owner()->isConfirmed(),
            'takes' => TimeLeft::words(60 * max(0, $count - 1) / $order->pace),
            'reasons' => self::reasons($plan),
            'wrongCopies' => $plan->wrongCopies,
            'unclear' => $plan->unclear,
            'seen' => $this->seen($project, $order, $plan, $at, $base),
        ];
    }

    /** @return array<string, mixed> */
    public function mailing(Mailing $mailing): array
    {
        $counts = $this->emails->counts($mailing->id());

        return [
            'mailing' => $mailing,
            'order' => $mailing->order(),
            'progress' => $this->desk->progress($mailing->job()),
            'counts' => array_map(
                static fn (string $state, int $count): array => ['state' => EmailState::from($state), 'count' => $count],
                array_keys($counts),
                $counts,
            ),
            'total' => array_sum($counts),
        ];
    }

    /** @return list<array<string, Message|int|bool|list<SkippedRow>>> */
    private static function reasons(MailingPlan $plan): array
    {
        $found = [];
        foreach ($plan->reasons() as $why => $count) {
            $of = array_values(array_filter($plan->left, static fn (SkippedRow $one): bool => $one->why->value === $why));
            $found[] = [
                'words' => SkipReason::from($why)->words($count),
                'count' => $count,
                'wrong' => SkipReason::from($why)->isWrong(),
                'unmade' => SkipReason::NoPiece->value === $why,
                'unclear' => SkipReason::Unclear->value === $why,
                'corrected' => SkipReason::Corrected->value === $why,
                'closed' => \in_array(SkipReason::from($why), [SkipReason::Left, SkipReason::Asked, SkipReason::CameBack], true),
                'rows' => \array_slice($of, 0, self::LEFT_SHOWN),
                'more' => max(0, $count - self::LEFT_SHOWN),
            ];
        }

        return $found;
    }

    /** @return array<string, mixed>|null */
    private function seen(Project $project, MailingOrder $order, MailingPlan $plan, int $at, string $base): ?array
    {
        $count = \count($plan->mails);
        if (0 === $count) {
            return null;
        }
        $at = max(1, min($count, $at));
        $queued = QueuedEmail::draft($plan->mails[$at - 1], str_repeat('x', 22));
        try {
            $email = $this->writer->email($project, $order, $queued, $base);
        } catch (NoPieceException | MimeException $e) {
            return ['at' => $at, 'count' => $count, 'row' => $queued->row->number, 'trouble' => Message::why($e)];
        }
        return [
            'at' => $at,
            'count' => $count,
            'row' => $queued->row->number,
            'trouble' => null,
            'from' => $email->getFrom()[0]->toString(),
            'reply' => ($email->getReplyTo()[0] ?? null)?->getAddress(),
            'to' => $email->getTo()[0]->toString(),
            'copies' => $queued->copies,
            'subject' => $email->getSubject(),
            'body' => self::body((string) $email->getHtmlBody()),
            'attached' => array_map(
                static fn (DataPart $part): array => ['name' => $part->getFilename(), 'bytes' => \strlen($part->getBody())],
                $email->getAttachments(),
            ),
        ];
    }

    /** The visible part of the email. It is written by our own writer, in which cells are only ever text. */
    private static function body(string $html): string
    {
        return 1 === preg_match('~<body[^>]*>(.*)</body>~s', $html, $m) ? $m[1] : '';
    }
}
