<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailError;
use Morphea\Core\Delivery\Email\MailOrder;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternError;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Component\HttpFoundation\InputBag;

/** The order of a mailing as it stands on its page: read from there, kept, and at first what is usual. */
final readonly class MailOrders
{
    private const KIND = 'mail';

    public function __construct(private WaySettings $ways)
    {
    }

    public function of(Project $project): MailOrder
    {
        $said = $this->ways->said($project, self::KIND);

        return null === $said ? self::usual($project) : MailOrder::of($said);
    }

    public function keep(Project $project, MailOrder $order): void
    {
        $this->ways->say($project, self::KIND, $order->toArray());
    }

    /**
     * @param InputBag<bool|float|int|string> $in
     *
     * @throws MailError
     */
    public function from(InputBag $in): MailOrder
    {
        $said = $in->all();
        foreach (['subject', 'message'] as $words) {
            try {
                $said[$words] = PatternParts::source(json_decode($in->getString($words), true));
            } catch (PatternError $e) {
                throw new MailError($e->getMessage(), 0, $e);
            }
        }

        return MailOrder::of($said);
    }

    private static function usual(Project $project): MailOrder
    {
        $like = static function (string $pattern) use ($project): string {
            $found = array_filter(
                $project->columns(),
                static fn (Column $column): bool => 1 === preg_match($pattern, "$column->heading $column->key"),
            );

            return array_column($found, 'key')[0] ?? '';
        };
        $name = $like('/\b(full |first |given )?name\b/i');
        $title = Pattern::quote($project->name());

        return MailOrder::of([
            'to' => $like('/\be-?mail|address of mail|\bmail\b/i'),
            'subject' => '' === $name ? $title : "$title: " . Pattern::column($name),
            'message' => ('' === $name ? 'Hello' : 'Dear ' . Pattern::column($name)) .
                ",\n\nthis is yours. Thank you for all you did.\n\n" . Pattern::quote($project->owner()->signatory()),
            'from' => $project->owner()->organisation(),
        ]);
    }
}
