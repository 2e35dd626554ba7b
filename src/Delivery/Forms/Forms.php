<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Delivery\Forms\FieldKind;
use Morphea\Core\Delivery\Forms\FormException;
use Morphea\Core\Delivery\Forms\FormField;
use Morphea\Core\Delivery\Forms\FormOrder;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** The forms of projects: their questions, whether they are open, and their addresses. */
final readonly class Forms
{
    private const KIND = 'form';

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private WaySettings $ways,
        private TableRows $rows,
        private ProjectColumnKinds $kinds,
        private EventLog $history,
        private Words $words,
        private TimeZones $zones,
    ) {
    }

    public function get(Project $project): ?Form
    {
        return $this->found($project, $this->connection->fetchAssociative('SELECT * FROM form WHERE project_id = ?', [$project->id()]));
    }

    public function find(string $token): ?Form
    {
        $found = $this->connection->fetchAssociative('SELECT * FROM form WHERE token = ?', [$token]);
        $project = false === $found ? null : $this->entities->find(Project::class, $found['project_id']);

        return null === $project ? null : $this->found($project, $found);
    }

    public function order(Project $project): FormOrder
    {
        $said = $this->ways->said($project, self::KIND);

        return null === $said ? $this->usual($project) : FormOrder::of($said, $this->zones->named($project->zone()));
    }

    /** @throws FormException */
    public function keep(Project $project, FormOrder $order): void
    {
        $order->check(array_column(self::columns($project), 'key'));
        try {
            Pattern::parse($order->thanks, $project->design()->locale);
        } catch (PatternException $e) {
            throw new FormException(new Message('forms.wrong.thanks', ['why' => $e->says()]), 0, $e);
        }
        $this->ways->say($project, self::KIND, $order->toArray());
    }

    /** Opens it at an address it keeps for good, or closes it. */
    public function open(Project $project, bool $open, string $who): void
    {
        $this->connection->executeStatement(
            'INSERT INTO form (project_id, token, is_open) VALUES (?, ?, ?)
                ON CONFLICT (project_id) DO UPDATE SET is_open = excluded.is_open',
            [$project->id(), SecretToken::generate(), (int) $open],
        );
        $this->history->tell($project, FormWay::ID, new Message($open ? 'deliver.log.form_opened' : 'deliver.log.form_closed'), $who);
    }

    /** @return list<Column> that answers can go into: what a recipe makes is made by it */
    public static function columns(Project $project): array
    {
        return array_values(array_filter($project->columns(), static fn (Column $column): bool => null === $column->recipe));
    }

    /** Questions for what the design shows, in its order, and then for the addresses to send to. */
    private function usual(Project $project): FormOrder
    {
        $kinds = $this->kinds->byKey($project, $this->rows->beginning($project, 200));
        $linked = array_flip($project->design()->linkedColumns());
        $asked = array_filter(
            self::columns($project),
            static fn (Column $column): bool => isset($linked[$column->key]) ||
                FieldKind::Mail === FieldKind::of($kinds[$column->key]) || 1 === preg_match('/mail/i', $column->heading),
        );
        usort($asked, static fn (Column $a, Column $b): int => ($linked[$a->key] ?? 1_000) <=> ($linked[$b->key] ?? 1_000));
        $fields = array_map(static fn (Column $column): FormField => new FormField(
            $column->key,
            $column->heading,
            1 === preg_match('/mail/i', $column->heading) ? FieldKind::Mail : FieldKind::of($kinds[$column->key]),
        ), $asked);

        return new FormOrder(
            $project->name(),
            $this->words->say(new Message('forms.usual.intro'), $project->language()),
            Pattern::quote($this->words->say(new Message('forms.usual.thanks'), $project->language())),
            $fields,
            font: array_key_first($project->design()->headings()) ?? '',
        );
    }

    /** @param array<string, mixed>|false $found */
    private function found(Project $project, array|false $found): ?Form
    {
        return false === $found ? null : new Form(
            $project,
            (string) $found['token'],
            $this->order($project),
            (bool) $found['is_open'],
            (int) $found['answers'],
        );
    }
}
