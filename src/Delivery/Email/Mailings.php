<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\SharePages;
use Morphea\App\Delivery\Ways\Strangers;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\MadeRows;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Email\MailingPlan;
use Morphea\Core\Delivery\Email\PlannedEmail;
use Morphea\Core\Delivery\Email\SkippedRow;
use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;

/** Plans mailings, starts them, and finds them again. */
final readonly class Mailings
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Dialect $dialect,
        private JobDispatcher $desk,
        private EmailRepository $emails,
        private EmailWriter $writer,
        private SuppressionList $closed,
        private TableRows $rows,
        private MadeRows $made,
        private SharePages $links,
        private EventLog $history,
        private EmailQuota $allowance,
        private Strangers $strangers,
    ) {
    }

    /**
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailingException
     */
    public function plan(Project $project, MailingOrder $order, ?array $only = null, int $again = 0): MailingPlan
    {
        $table = $this->rows->table($project);
        $order->check($table->keys(), $project->design()->locale);
        $skipped = $table->skipped();
        $only = null === $only ? null : array_fill_keys($only, true);
        $rows = [];
        foreach ($table->records() as $row) {
            if (!isset($skipped[$row->number]) && (null === $only || isset($only[$row->id]))) {
                $rows[] = $row;
            }
        }

        return MailingPlan::of(
            $order,
            $this->writer->text($order, $project->design()->locale),
            $rows,
            $this->closed->all($project->owner()),
            // Once more is on purpose.
            0 === $again ? $this->emails->written($project, $order) : [],
            array_fill_keys($this->made->all($project), true),
            $this->strangers->rows($project),
        );
    }

    /**
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailingException when it cannot be sent, or nobody is left to be written to
     */
    public function start(Project $project, MailingOrder $order, string $who, string $base, ?array $only = null): Mailing
    {
        return $this->begin($project, $order, $this->plan($project, $order, $only)->mails, 0, $who, $base);
    }

    /**
     * Sends the same again to some people on purpose: those who have it will have it twice.
     *
     * @param list<int> $ids of emails
     *
     * @throws MailingException
     */
    public function again(Mailing $mailing, array $ids, string $who, string $base): Mailing
    {
        $chosen = $this->emails->some($mailing, $ids);
        if ([] === $chosen) {
            throw new MailingException(new Message('email.wrong.none_chosen'));
        }
        $again = $this->nextAgain($mailing->project());
        foreach ($chosen as $queued) {
            // Who chooses it knows that the address is right after all; who took themselves off stays off.
            if (EmailState::Bounced === $queued->state) {
                $this->closed->open($mailing->project()->owner()->id(), $queued->email, SkipReason::CameBack);
            }
        }
        $persons = $copies = [];
        foreach ($chosen as $queued) {
            $queued->isCopy()
                ? $copies[(int) $queued->row->id][mb_strtolower($queued->email, 'UTF-8')] = true
                : $persons[(int) $queued->row->id] = true;
        }
        $plan = $this->plan($mailing->project(), $mailing->order(), array_keys($persons + $copies), $again);
        // To those that were chosen, and to nobody else of the same row.
        $mails = array_map(static fn (PlannedEmail $one): PlannedEmail => $one->only(
            isset($persons[$one->row->id]),
            array_values(array_filter($one->copies, static fn (EmailAddress $copy): bool => isset($copies[$one->row->id][$copy->key()]))),
        ), $plan->mails);
        $mails = array_values(array_filter($mails, static fn (PlannedEmail $one): bool => $one->count() > 0));

        return $this->begin($mailing->project(), $mailing->order(), $mails, $again, $who, $base);
    }

    /**
     * Sends again to people whose rows were corrected after they got it.
     *
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailingException
     */
    public function corrected(Project $project, MailingOrder $order, string $who, string $base, ?array $only = null): Mailing
    {
        $rows = array_map(static fn (SkippedRow $one): int => $one->row->id ?? 0, $this->plan($project, $order, $only)->corrected());
        if ([] === $rows) {
            throw new MailingException(new Message('email.wrong.none_corrected'));
        }
        $again = $this->nextAgain($project);

        return $this->begin($project, $order, $this->plan($project, $order, $rows, $again)->mails, $again, $who, $base);
    }

    public function find(Project $project, string $id): ?Mailing
    {
        return $this->entities->getRepository(Mailing::class)->findOneBy(['id' => $id, 'project' => $project]);
    }

    /** @return list<Mailing> the newest first */
    public function all(Project $project, int $most): array
    {
        return $this->entities->getRepository(Mailing::class)->findBy(['project' => $project], ['number' => 'DESC'], $most);
    }

    private function nextAgain(Project $project): int
    {
        return 1 + (int) $this->connection->fetchOne('SELECT MAX(again) FROM mailing WHERE project_id = ?', [$project->id()]);
    }

    /**
     * @param list<PlannedEmail> $mails
     *
     * @throws MailingException
     */
    private function begin(Project $project, MailingOrder $order, array $mails, int $again, string $who, string $base): Mailing
    {
        if ([] === $mails) {
            throw new MailingException(new Message('email.wrong.nobody'));
        }
        $this->allowance->check($project->owner(), array_sum(array_map(static fn (PlannedEmail $one): int => $one->count(), $mails)));
        if ($order->carried->isLinked()) {
            $this->links->giveTo($project, array_map(static fn (PlannedEmail $one): int => (int) $one->row->id, $mails));
        }
        $mailing = $this->connection->transactional(function () use ($project, $order, $mails, $again, $who, $base): Mailing {
            $this->dialect->hold($project->id());
            $last = (int) $this->connection->fetchOne('SELECT MAX(number) FROM mailing WHERE project_id = ?', [$project->id()]);
            $many = array_sum(array_map(static fn (PlannedEmail $one): int => $one->count(), $mails));
            $job = $this->desk->note(SendMailing::KIND, $project->owner(), $project, [], $many, Mailing::newId());
            $mailing = new Mailing($project, $last + 1, $order, $again, $base, $who, $job);
            $this->entities->persist($mailing);
            $this->entities->flush();
            // Somebody else may have sent the very same meanwhile.
            if (0 === $this->emails->create($mailing, $mails)) {
                throw new MailingException(new Message('email.wrong.just_sent'));
            }

            return $mailing;
        });
        $this->history->tell($project, EmailWay::ID, new Message('deliver.log.mailing_started', [
            'number' => $mailing->number(),
            'subject' => EditorWords::plain($project, $order->subject),
            'count' => \count($mails),
        ]), $who);
        $this->desk->ask($mailing->job());

        return $mailing;
    }
}
