<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\SharePages;
use Morphea\App\Delivery\Ways\Strangers;
use Morphea\App\Platform\Database\Dialect;
use Morphea\App\Platform\Jobs\WorkDesk;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\PieceStore;
use Morphea\Core\Delivery\Email\Address;
use Morphea\Core\Delivery\Email\LeftOut;
use Morphea\Core\Delivery\Email\MailError;
use Morphea\Core\Delivery\Email\MailOrder;
use Morphea\Core\Delivery\Email\MailPlan;
use Morphea\Core\Delivery\Email\Planned;
use Morphea\Core\Delivery\Email\Why;

/** Plans mailings, begins them, and finds them again. */
final readonly class Mailings
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Dialect $dialect,
        private WorkDesk $desk,
        private LetterStore $letters,
        private MailWriter $writer,
        private ClosedAddresses $closed,
        private TableRows $rows,
        private PieceStore $pieces,
        private SharePages $links,
        private EventLog $history,
        private Allowance $allowance,
        private Strangers $strangers,
    ) {
    }

    /**
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailError
     */
    public function plan(Project $project, MailOrder $order, ?array $only = null, int $again = 0): MailPlan
    {
        $table = $this->rows->table($project);
        $order->check($table->keys(), $project->template()->locale);
        $skipped = $table->skipped();
        $only = null === $only ? null : array_fill_keys($only, true);
        $rows = [];
        foreach ($table->records() as $row) {
            if (!isset($skipped[$row->number]) && (null === $only || isset($only[$row->id]))) {
                $rows[] = $row;
            }
        }

        return MailPlan::of(
            $order,
            $this->writer->text($order, $project->template()->locale),
            $rows,
            $this->closed->of($project->owner()),
            // Once more is on purpose.
            0 === $again ? $this->letters->written($project, $order) : [],
            $this->pieces->rowsMade($project),
            $this->strangers->rows($project),
        );
    }

    /**
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailError when it cannot be sent, or nobody is left to be written to
     */
    public function start(Project $project, MailOrder $order, string $who, string $base, ?array $only = null): Mailing
    {
        return $this->begin($project, $order, $this->plan($project, $order, $only)->mails, 0, $who, $base);
    }

    /**
     * The same once more to some, on purpose: whoever had it has it twice then.
     *
     * @param list<int> $letters ids
     *
     * @throws MailError
     */
    public function again(Mailing $mailing, array $letters, string $who, string $base): Mailing
    {
        $chosen = $this->letters->some($mailing, $letters);
        if ([] === $chosen) {
            throw new MailError('Choose to whom it is to go once more.');
        }
        $again = $this->nextAgain($mailing->project());
        foreach ($chosen as $letter) {
            // Who chooses it knows that the address is right after all; who took themselves off stays off.
            if (LetterState::Bounced === $letter->state) {
                $this->closed->open($mailing->project()->owner()->id(), $letter->email, Why::CameBack);
            }
        }
        $persons = $copies = [];
        foreach ($chosen as $letter) {
            $letter->isCopy()
                ? $copies[(int) $letter->row->id][mb_strtolower($letter->email, 'UTF-8')] = true
                : $persons[(int) $letter->row->id] = true;
        }
        $plan = $this->plan($mailing->project(), $mailing->order(), array_keys($persons + $copies), $again);
        // To those that were chosen, and to nobody else of the same row.
        $mails = array_map(static fn (Planned $one): Planned => $one->only(
            isset($persons[$one->row->id]),
            array_values(array_filter($one->copies, static fn (Address $copy): bool => isset($copies[$one->row->id][$copy->key()]))),
        ), $plan->mails);
        $mails = array_values(array_filter($mails, static fn (Planned $one): bool => $one->count() > 0));

        return $this->begin($mailing->project(), $mailing->order(), $mails, $again, $who, $base);
    }

    /**
     * Once more to those whose rows were corrected after they had it.
     *
     * @param list<int>|null $only ids of rows it is for; null for all
     *
     * @throws MailError
     */
    public function corrected(Project $project, MailOrder $order, string $who, string $base, ?array $only = null): Mailing
    {
        $rows = array_map(static fn (LeftOut $one): int => $one->row->id ?? 0, $this->plan($project, $order, $only)->corrected());
        if ([] === $rows) {
            throw new MailError('None of them was corrected since it had this email.');
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
     * @param list<Planned> $mails
     *
     * @throws MailError
     */
    private function begin(Project $project, MailOrder $order, array $mails, int $again, string $who, string $base): Mailing
    {
        if ([] === $mails) {
            throw new MailError('Nobody is left to be written to: see the reasons below.');
        }
        $this->allowance->check($project->owner(), array_sum(array_map(static fn (Planned $one): int => $one->count(), $mails)));
        if ($order->carried->isLinked()) {
            $this->links->giveTo($project, array_map(static fn (Planned $one): int => (int) $one->row->id, $mails));
        }
        $mailing = $this->connection->transactional(function () use ($project, $order, $mails, $again, $who, $base): Mailing {
            $this->dialect->hold($project->id());
            $last = (int) $this->connection->fetchOne('SELECT MAX(number) FROM mailing WHERE project_id = ?', [$project->id()]);
            $many = array_sum(array_map(static fn (Planned $one): int => $one->count(), $mails));
            $job = $this->desk->note(SendMails::KIND, $project->owner(), $project, [], $many, Mailing::newId());
            $mailing = new Mailing($project, $last + 1, $order, $again, $base, $who, $job);
            $this->entities->persist($mailing);
            $this->entities->flush();
            // Somebody else may have sent the very same meanwhile.
            if (0 === $this->letters->create($mailing, $mails)) {
                throw new MailError('All of them were just written to: somebody sent the same mail a moment ago.');
            }

            return $mailing;
        });
        $this->history->tell($project, EmailWay::ID, \sprintf(
            'Mailing %d, “%s”, to %s was begun.',
            $mailing->number(),
            EditorWords::plain($project, $order->subject),
            1 === \count($mails) ? '1 person' : number_format(\count($mails)) . ' people',
        ), $who);
        $this->desk->ask($mailing->job());

        return $mailing;
    }
}
