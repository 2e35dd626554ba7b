<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Cells\EmailAddressException;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;

/** What is emailed to the people in a table, written as one sentence. */
final readonly class MailingOrder
{
    public const FASTEST = 6_000;
    private const MOST_SUBJECT = 500;
    private const MOST_MESSAGE = 20_000;
    private const MOST_NAME = 80;

    /**
     * @param string $to      key of the column with the addresses
     * @param string $subject pattern
     * @param string $message pattern; an empty line begins a paragraph
     * @param string $from    name that emails come from
     * @param string $reply   address answers go to; empty for none
     * @param string $copy    key of a column with addresses that get a carbon copy; empty for none
     * @param string $consent key of a column that says who wants mail; empty where all do
     * @param bool   $once    to each address once, however many rows have it
     * @param int    $pace    emails a minute at the most
     * @param bool   $copyPage whether copies lead to the person's page, which is private otherwise
     * @param list<string> $yes answers in the consent column, folded by `Consent::fold`, that somebody said to mean yes
     */
    public function __construct(
        public string $to,
        public string $subject,
        public string $message,
        public PieceCarrier $carried,
        public string $from,
        public string $reply = '',
        public string $copy = '',
        public string $consent = '',
        public bool $once = true,
        public int $pace = 40,
        public bool $copyPage = false,
        public array $yes = [],
    ) {
    }

    /** @param array<mixed> $said as `toArray` gives it; what is missing is as usual */
    public static function of(array $said): self
    {
        $text = static fn (string $key): string => \is_scalar($said[$key] ?? null) ? (string) $said[$key] : '';

        return new self(
            $text('to'),
            $text('subject'),
            str_replace(["\r\n", "\r"], "\n", $text('message')),
            PieceCarrier::tryFrom($text('carried')) ?? PieceCarrier::Link,
            EmailAddress::line($text('from')),
            trim($text('reply')),
            $text('copy'),
            $text('consent'),
            '' === $text('once') || '1' === $text('once'),
            '' === $text('pace') ? 40 : (int) $text('pace'),
            '1' === $text('copyPage'),
            array_values(array_unique(array_filter(
                array_map(Consent::fold(...), \is_array($said['yes'] ?? null) ? $said['yes'] : explode("\n", $text('yes'))),
            ))),
        );
    }

    /** @return array<string, string|int> */
    public function toArray(): array
    {
        return [
            'carried' => $this->carried->value,
            'once' => $this->once ? '1' : '0',
            'copyPage' => $this->copyPage ? '1' : '0',
            'yes' => implode("\n", $this->yes),
        ] + get_object_vars($this);
    }

    /**
     * The same text to the same rows is the same mailing, whatever its pace.
     *
     * @param int $again how often it was sent on purpose before
     */
    public function key(int $again = 0): string
    {
        return substr(hash('sha256', serialize([$this->to, $this->subject, $this->message, $this->carried->value, $again])), 0, 40);
    }

    /** What identifies the email for its recipient, whichever column the address is in. */
    public function identity(): string
    {
        return substr(hash('sha256', serialize([$this->subject, $this->message, $this->carried->value])), 0, 40);
    }

    /** The key of a row's email: two emails with the same key are never sent. */
    public function once(EmailAddress $to, int $row): string
    {
        return $this->once ? $to->key() : $to->key() . " $row";
    }

    /** @return list<string> keys of all columns it needs, but for copies */
    public function columns(): array
    {
        $columns = [$this->to, $this->consent];
        foreach ([$this->subject, $this->message] as $source) {
            array_push($columns, ...Pattern::parse($source)->columns());
        }

        return array_values(array_unique(array_filter($columns)));
    }

    /**
     * @param list<string> $keys of the table's columns
     *
     * @throws MailingException
     */
    public function check(array $keys, string $locale): void
    {
        foreach (['to', 'copy', 'consent'] as $which) {
            if ('' !== $this->{$which} && !\in_array($this->{$which}, $keys, true)) {
                throw new MailingException(new Message("email.wrong.column.$which"));
            }
        }
        $wrong = match (true) {
            '' === $this->to => new Message('email.wrong.to'),
            '' === trim($this->subject) => new Message('email.wrong.subject'),
            '' === trim($this->message) => new Message('email.wrong.message'),
            mb_strlen($this->subject) > self::MOST_SUBJECT => new Message('email.wrong.long_subject', ['most' => self::MOST_SUBJECT]),
            mb_strlen($this->message) > self::MOST_MESSAGE => new Message('email.wrong.long_message', ['most' => self::MOST_MESSAGE]),
            '' === $this->from => new Message('email.wrong.from'),
            mb_strlen($this->from) > self::MOST_NAME => new Message('email.wrong.long_from', ['most' => self::MOST_NAME]),
            $this->pace < 1 || $this->pace > self::FASTEST => new Message('email.wrong.pace', ['most' => self::FASTEST]),
            default => null,
        };
        if (null !== $wrong) {
            throw new MailingException($wrong);
        }
        if ('' !== $this->reply) {
            try {
                EmailAddress::of($this->reply);
            } catch (EmailAddressException $e) {
                throw new MailingException(new Message('email.wrong.reply', ['why' => $e->says()]), 0, $e);
            }
        }
        foreach ([$this->subject, $this->message] as $source) {
            try {
                $unknown = Pattern::parse($source, $locale)->unknownColumns($keys);
            } catch (PatternException $e) {
                throw new MailingException($e->says(), 0, $e);
            }
            if ([] !== $unknown) {
                throw new MailingException(Pattern::unknown($unknown));
            }
        }
    }
}
