<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\Ways\AddressConfirmed;
use Morphea\App\Delivery\Ways\Strangers;
use Morphea\App\Platform\Account\RateLimit;
use Morphea\App\Platform\Account\RateLimiter;
use Morphea\App\Platform\Account\SecretToken;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Cells\EmailAddressException;
use Psr\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Mailer\MailerInterface;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/**
 * Email addresses entered in forms by strangers: an automation emails nobody until whoever reads mail at the address has
 * confirmed it.
 */
final readonly class Confirmations implements Strangers
{
    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private Forms $forms,
        private RateLimiter $limits,
        private MailerInterface $mailer,
        private Words $words,
        private UrlGeneratorInterface $urls,
        private EventDispatcherInterface $events,
        private string $mailFrom,
    ) {
    }

    public function rows(Project $project): array
    {
        return array_fill_keys(array_map(intval(...), $this->connection->fetchFirstColumn(
            'SELECT row_id FROM answer WHERE project_id = ? AND given = TRUE AND row_id IS NOT NULL',
            [$project->id()],
        )), true);
    }

    /**
     * Asks for confirmation of new addresses, once for each.
     *
     * @param array<int, string> $addresses as they stand in the rows now, by id
     * @param string             $base      as https://guild.example
     *
     * @return array<int, true> ids of rows whose address was typed by a stranger and is not confirmed
     */
    public function ask(Project $project, array $addresses, string $base): array
    {
        if (!$this->forms->order($project)->confirms) {
            return [];
        }
        $found = $this->connection->fetchAllAssociative(
            'SELECT token, row_id, cells, confirm_token FROM answer
                WHERE project_id = ? AND given = TRUE AND confirmed_at IS NULL AND row_id IN (?)',
            [$project->id(), array_keys($addresses)],
            [1 => ArrayParameterType::INTEGER],
        );
        $open = [];
        foreach ($found as $one) {
            $row = (int) $one['row_id'];
            $typed = array_map(self::plain(...), array_map(strval(...), (array) json_decode((string) $one['cells'], true)));
            // An address that somebody of the project wrote there since is theirs to answer for.
            if (!\in_array(self::plain($addresses[$row]), $typed, true)) {
                continue;
            }
            $open[$row] = true;
            if (null === $one['confirm_token']) {
                $this->send($project, (string) $one['token'], $addresses[$row], $base);
            }
        }

        return $open;
    }

    /** @return array{title: string, language: Language, isConfirmed: bool}|null null where there is nothing to confirm */
    public function find(string $token): ?array
    {
        $found = $this->connection->fetchAssociative('SELECT project_id, confirmed_at FROM answer WHERE confirm_token = ?', [$token]);
        $project = false === $found ? null : $this->entities->find(Project::class, $found['project_id']);

        return false === $found || null === $project ? null : [
            'title' => $this->forms->order($project)->title,
            'language' => $project->language(),
            'isConfirmed' => null !== $found['confirmed_at'],
        ];
    }

    public function confirm(string $token): void
    {
        $changed = $this->connection->executeStatement(
            'UPDATE answer SET confirmed_at = ? WHERE confirm_token = ? AND confirmed_at IS NULL',
            [Time::stamp(), $token],
        );
        $found = $this->connection->fetchAssociative('SELECT project_id, row_id FROM answer WHERE confirm_token = ?', [$token]);
        if (1 === (int) $changed && false !== $found) {
            $this->events->dispatch(new AddressConfirmed((string) $found['project_id'], (int) $found['row_id']));
        }
    }

    private function send(Project $project, string $answer, string $cell, string $base): void
    {
        try {
            $address = EmailAddress::of($cell);
        } catch (EmailAddressException) {
            return;
        }
        // Nobody's inbox is filled by whoever types their address again and again.
        if ($this->limits->take(RateLimit::Confirm, $address->key()) > 0) {
            return;
        }
        $token = SecretToken::generate();
        $mine = $this->connection->executeStatement('UPDATE answer SET confirm_token = ? WHERE token = ? AND confirm_token IS NULL', [
            $token,
            $answer,
        ]);
        if (1 !== (int) $mine) {
            return;
        }
        $organisation = $project->owner()->organisation();
        $this->mailer->send(
            (new Email())
                ->from(new Address($this->mailFrom, $organisation))
                ->to(new Address($address->email))
                ->subject($this->words->say(new Message('public.confirm.title'), $project->language()))
                ->text($this->words->say(new Message('public.confirm.mail', [
                    'title' => $this->forms->order($project)->title,
                    'organisation' => $organisation,
                    'link' => $base . $this->urls->generate('answer_confirm', ['token' => $token]),
                ]), $project->language()) . "\n"),
        );
    }

    private static function plain(string $cell): string
    {
        return mb_strtolower(trim($cell), 'UTF-8');
    }
}
