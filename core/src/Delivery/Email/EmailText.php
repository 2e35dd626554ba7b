<?php

declare(strict_types=1);

namespace Morphea\Core\Delivery\Email;

use Morphea\Core\Message;
use Morphea\Core\Table\Cells\EmailAddress;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternFiller;

/** Writes the text of emails. Cells are plain text: they can neither start a header nor become HTML. */
final class EmailText
{
    /** Letters of a line (RFC 5322, 2.1.1, recommends as many). */
    private const LINE = 78;
    private const SUBJECT = 200;
    private readonly Pattern $subject;
    private readonly Pattern $message;
    private readonly PatternFiller $filler;

    /** @throws PatternException */
    public function __construct(MailingOrder $order, string $locale)
    {
        $this->subject = Pattern::parse($order->subject, $locale);
        $this->message = Pattern::parse($order->message, $locale);
        $this->filler = new PatternFiller($locale);
    }

    /** @return list<Message> why the words do not come out for a row */
    public function problems(Record $row): array
    {
        $subject = $this->filler->fill($this->subject, $row->cells, $row->monthFirst);
        $message = $this->filler->fill($this->message, $row->cells, $row->monthFirst);
        $problems = [...$subject->problems, ...$message->problems];

        return [] === $problems && '' === trim($subject->text)
            ? [new Message('email.empty_subject')]
            : array_values(array_unique($problems, \SORT_REGULAR));
    }

    /**
     * @param string|null $page address of the page of its piece, where the email leads to it
     * @param string      $off  address at which who gets it takes themselves off; empty for none
     */
    public function fill(Record $row, ?string $page, EmailFrame $frame, string $off): WrittenEmail
    {
        $fill = fn (Pattern $pattern): string => $this->filler->fill($pattern, $row->cells, $row->monthFirst)->text;
        $message = trim(str_replace(["\r\n", "\r"], "\n", $fill($this->message)));

        return new WrittenEmail(
            mb_strimwidth(EmailAddress::line($fill($this->subject)), 0, self::SUBJECT, '…', 'UTF-8'),
            self::wrapped($message) . (null === $page ? '' : "\n\n$page") . "\n\n-- \n" . self::wrapped($frame->foot) .
                ('' === $off ? '' : "\n$frame->unsubscribe: $off") . "\n",
            self::html($message, $page, $frame, $off),
        );
    }

    private static function html(string $message, ?string $page, EmailFrame $frame, string $off): string
    {
        $paragraphs = array_map(
            static fn (string $one): string =>
                '<p style="margin:0 0 16px">' . str_replace("\n", '<br>', self::linked(trim($one))) . '</p>',
            preg_split('/\n{2,}/', $message) ?: [],
        );
        $button = null === $page ? '' : \sprintf(
            '<p style="margin:24px 0"><a href="%1$s" style="display:inline-block;padding:10px 18px;background:#17211e;color:#ffffff;' .
            'text-decoration:none;border-radius:4px">%2$s</a></p><p style="margin:0 0 16px;font-size:13px;color:#5a6662">%1$s</p>',
            self::safe($page),
            self::safe($frame->open),
        );
        $leave = '' === $off ? '' : \sprintf(
            '<br><a href="%s" style="color:#5a6662">%s</a>',
            self::safe($off),
            self::safe($frame->unsubscribe),
        );

        return '<div style="max-width:560px;margin:0 auto;padding:28px;background:#ffffff;color:#17211e;font:16px/1.5 sans-serif">' .
            implode("\n", $paragraphs) . $button . '<p style="margin:28px 0 0;padding-top:12px;border-top:1px solid #cbd2ce;' .
            'font-size:13px;color:#5a6662">' . self::safe($frame->foot) . $leave . '</p></div>';
    }

    /** Turns web addresses in the text into links. */
    private static function linked(string $words): string
    {
        $parts = preg_split('~(https?://[^\s<>"\']+[^\s<>"\'.,;:!?)])~u', $words, -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [];

        return implode('', array_map(static fn (string $part, int $i): string => 0 === $i % 2
            ? self::safe($part)
            : \sprintf('<a href="%1$s" style="color:#17211e">%1$s</a>', self::safe($part)), $parts, array_keys($parts)));
    }

    private static function safe(string $words): string
    {
        return htmlspecialchars($words, \ENT_QUOTES | \ENT_SUBSTITUTE | \ENT_HTML5, 'UTF-8');
    }

    /** Lines of a length all mail programs accept; longer words, such as web addresses, stay whole. */
    private static function wrapped(string $words): string
    {
        $lines = [];
        foreach (explode("\n", $words) as $line) {
            $now = '';
            foreach (explode(' ', $line) as $word) {
                if ('' !== $now && mb_strlen("$now $word") > self::LINE) {
                    $lines[] = $now;
                    $now = $word;
                } else {
                    $now = '' === $now ? $word : "$now $word";
                }
            }
            $lines[] = $now;
        }

        return implode("\n", $lines);
    }
}
