<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Language;

use Morphea\App\Platform\Clock\TimeZones;
use Morphea\Core\Message;
use Morphea\Core\MessageException;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Puts messages into words, in the current language: for the reader of a page or an email, or for the command line. */
final readonly class Words
{
    public function __construct(private TranslatorInterface $translator, private TimeZones $zones)
    {
    }

    /**
     * @param Message|string|null $message words of before, which were kept as such, are said as they are
     */
    public function say(Message|MessageException|string|null $message, ?Language $in = null): string
    {
        $message = $message instanceof MessageException ? $message->says() : $message;

        return $message instanceof Message
            ? $this->message($message, null === $in ? $this->translator->getLocale() : $in->value)
            : (string) $message;
    }

    /** The language that is set. */
    public function locale(): string
    {
        return $this->translator->getLocale();
    }

    /** Why something failed, for the command line. */
    public function why(\Throwable $e): string
    {
        return $this->say(Message::why($e));
    }

    /**
     * Puts all messages in data for a script into words.
     *
     * @param array<mixed> $data
     *
     * @return array<mixed>
     */
    public function all(array $data): array
    {
        return array_map(fn (mixed $one): mixed => match (true) {
            $one instanceof Message => $this->say($one),
            \is_array($one) => $this->all($one),
            default => $one,
        }, $data);
    }

    private function message(Message $message, string $locale): string
    {
        [$catalogue, $id] = [...explode('.', $message->id, 2), ''];
        $parameters = array_map(fn (mixed $value): mixed => $this->slot($value, $locale), $message->parameters);

        return $this->translator->trans($id, $parameters, $catalogue, $locale);
    }

    private function slot(mixed $value, string $locale): mixed
    {
        return match (true) {
            $value instanceof Message => $this->message($value, $locale),
            $value instanceof \DateTimeInterface => $this->moment($value, $locale),
            \is_bool($value) => $value ? 'yes' : 'no',
            \is_array($value) => $this->list($value, $locale),
            default => $value,
        };
    }

    private static function text(mixed $value): string
    {
        return \is_scalar($value) ? (string) $value : '';
    }

    /** @param array<mixed> $all as in “a, b and c”, by the list patterns of CLDR */
    private function list(array $all, string $locale): string
    {
        $all = array_map(fn (mixed $one): string => self::text($this->slot($one, $locale)), $all);
        $last = array_pop($all);
        if (null === $last || [] === $all) {
            return (string) $last;
        }
        $begun = (string) array_shift($all);
        foreach ($all as $one) {
            $begun = $this->translator->trans('list.middle', ['begun' => $begun, 'next' => $one], 'common', $locale);
        }

        return $this->translator->trans('list.end', ['begun' => $begun, 'last' => $last], 'common', $locale);
    }

    /** A date and time, in the reader's time zone. */
    private function moment(\DateTimeInterface $at, string $locale): string
    {
        $formatter = new \IntlDateFormatter(
            Language::formats($locale),
            \IntlDateFormatter::LONG,
            \IntlDateFormatter::SHORT,
            $this->zones->reader(),
        );

        return (string) $formatter->format($at);
    }
}
