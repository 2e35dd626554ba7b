<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\Core\Delivery\Email\PlannedEmail;
use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Data\Record;

/** An email for one row, or a copy of it for somebody else, with the row as it was when it was ordered. */
final readonly class QueuedEmail
{
    /**
     * @param list<string> $copies who gets a copy, where it is only looked at; or who had one in the same message (Cc), as was done
     *     before copies were emails of their own
     * @param string       $copyOf the address of the person whose email it is a copy of; empty where it is none
     * @param string       $sign   what stands in its Message-ID and in the address it would come back to
     */
    public function __construct(
        public int $id,
        public string $mailing,
        public Record $row,
        public string $email,
        public string $name,
        public array $copies,
        public string $token,
        public EmailState $state,
        public int $tries = 0,
        public string $message = '',
        public Message|string $error = '',
        public ?float $sentAt = null,
        public string $copyOf = '',
        public string $sign = '',
    ) {
    }

    /** A preview, or a test sent to its author. */
    public static function draft(PlannedEmail $planned, string $token): self
    {
        return new self(
            0,
            '',
            $planned->words(),
            $planned->to->email,
            $planned->to->name,
            array_map(static fn (EmailAddress $one): string => $one->email, $planned->copies),
            $token,
            EmailState::Waiting,
            sign: $token,
        );
    }

    /**
     * @param array<string, mixed> $found      of the table `letter`
     * @param array<string, bool>  $monthFirst
     */
    public static function of(array $found, array $monthFirst): self
    {
        return new self(
            (int) $found['id'],
            (string) $found['mailing_id'],
            new Record(
                (int) $found['row_number'],
                (array) json_decode((string) $found['cells'], true),
                $monthFirst,
                (int) $found['row_id'],
            ),
            (string) $found['email'],
            (string) $found['email_name'],
            array_values((array) json_decode((string) $found['copies'], true)),
            (string) $found['token'],
            EmailState::from((string) $found['state']),
            (int) $found['tries'],
            (string) $found['message'],
            Message::read((string) $found['error']),
            null === $found['sent_at'] ? null : (float) $found['sent_at'],
            (string) $found['copy_of'],
            '' === (string) $found['sign'] ? (string) $found['token'] : (string) $found['sign'],
        );
    }

    public function isCopy(): bool
    {
        return '' !== $this->copyOf;
    }
}
