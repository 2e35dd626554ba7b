<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Email\MailingException;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Component\HttpFoundation\InputBag;

/** The mailing as it stands on its page: read from the form, saved, and filled with defaults at first. */
final readonly class MailingOrders
{
    private const KIND = 'mail';

    public function __construct(private WaySettings $ways, private Words $words)
    {
    }

    public function get(Project $project): MailingOrder
    {
        $said = $this->ways->said($project, self::KIND);

        return null === $said ? $this->usual($project) : MailingOrder::of($said);
    }

    public function keep(Project $project, MailingOrder $order): void
    {
        $this->ways->say($project, self::KIND, $order->toArray());
    }

    /**
     * @param InputBag<bool|float|int|string> $in
     *
     * @throws MailingException
     */
    public function from(InputBag $in): MailingOrder
    {
        $said = $in->all();
        foreach (['subject', 'message'] as $words) {
            try {
                $said[$words] = PatternParts::source(json_decode($in->getString($words), true));
            } catch (PatternException $e) {
                throw new MailingException($e->says(), 0, $e);
            }
        }

        return MailingOrder::of($said);
    }

    private function usual(Project $project): MailingOrder
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
        $say = fn (string $id, array $slots = []): string => $this->words->say(
            new Message("email.usual.$id", $slots),
            $project->language(),
        );
        // Where the name stands in the greeting is for each language to say.
        $hello = '' === $name
            ? Pattern::quote($say('hello'))
            : strtr(Pattern::quote($say('greeting', ['name' => "\u{E000}"])), ["\u{E000}" => Pattern::column($name)]);

        return MailingOrder::of([
            'to' => $like('/\be-?mail|address of mail|\bmail\b/i'),
            'subject' => '' === $name ? $title : "$title: " . Pattern::column($name),
            'message' => $hello . ",\n\n" . Pattern::quote($say('body')) . "\n\n" . Pattern::quote($project->owner()->signatory()),
            'from' => $project->owner()->organisation(),
        ]);
    }
}
