<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Morphea\Core\Delivery\Email\SkipReason;
use Morphea\Core\Message;

/**
 * Handles bounced emails (RFC 3464): the email is identified by the token it was sent with, the reason by the server's
 * report.
 */
final readonly class Bounces
{
    public const LARGEST = 30_000_000;

    public function __construct(private EmailRepository $emails, private SuppressionList $closed)
    {
    }

    /** @return Message|null what was done; null where it is no mail of ours that came back for good */
    public function take(string $bytes): ?Message
    {
        $eml = EmlFile::of($bytes);
        $report = $original = '';
        foreach ($eml->parts as $part) {
            match (true) {
                'message/delivery-status' === $part['type'] => $report = $part['body'],
                'message/rfc822' === $part['type'], 'text/rfc822-headers' === $part['type'] => $original = $part['body'],
                default => null,
            };
        }
        $found = null;
        if (1 === preg_match('/\+([A-Za-z0-9_-]{22})@/', $eml->headers['to'] ?? '', $m)) {
            $found = $this->emails->bySign($m[1]);
        }
        // Parts of parts follow in the file: what of the email itself came back has its Message-ID.
        if (null === $found && 1 === preg_match('/^Message-ID:\s*<?([A-Za-z0-9_-]{22}@[^\s>]+)>?/mi', $original . "\n" . $bytes, $m)) {
            $found = $this->emails->byMessage($m[1]);
        }
        $report = '' === $report ? $bytes : $report;
        if (null === $found || 1 !== preg_match('/^Action:\s*failed/mi', $report)) {
            return null;
        }
        $why = 1 === preg_match('/^Diagnostic-Code:\s*(?:[\w-]+;\s*)?(.+(?:\r?\n[ \t].+)*)/mi', $report, $m)
            ? (string) preg_replace('/\s+/', ' ', trim($m[1]))
            : '';
        $why = '' === $why
            ? new Message('email.error.no_reason')
            : mb_strimwidth(mb_scrub($why, 'UTF-8'), 0, 240, '…', 'UTF-8');
        $queued = $found['queued'];
        // Of a message to several that came back from one of them, that one is meant.
        $copies = array_map(static fn (string $copy): string => mb_strtolower($copy, 'UTF-8'), $queued->copies);
        $from = self::recipient($report);
        if (\in_array($from, $copies, true)) {
            $this->closed->close($found['member'], $from, SkipReason::CameBack);

            return new Message('email.bounce.copy', ['address' => $from, 'row' => $queued->row->number, 'why' => $why]);
        }
        $this->emails->mark($queued->id, EmailState::Bounced, $why instanceof Message ? $why->stored() : $why);
        $this->closed->close($found['member'], $queued->email, SkipReason::CameBack);

        return new Message('email.bounce.row', ['row' => $queued->row->number, 'why' => $why]);
    }

    /** The address a report is about (RFC 3464, 2.3.1 and 2.3.2), in lower case: the original recipient, if it is given. */
    private static function recipient(string $report): string
    {
        foreach (['Original-Recipient', 'Final-Recipient'] as $field) {
            if (1 === preg_match("/^$field:\s*[\w-]+;\s*<?([^\s<>]+@[^\s<>]+)>?/mi", $report, $m)) {
                return mb_strtolower($m[1], 'UTF-8');
            }
        }

        return '';
    }
}
