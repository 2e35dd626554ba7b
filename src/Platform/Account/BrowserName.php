<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Morphea\Core\Message;

/**
 * The User-Agent header (RFC 9110, 10.1.5) in plain words. Every browser names others as well, so the order of checks
 * matters; no parser package installs here.
 */
final readonly class BrowserName
{
    private const BROWSERS = [
        'Edg' => 'Edge',
        'OPR/' => 'Opera',
        'Firefox/' => 'Firefox',
        'FxiOS/' => 'Firefox',
        'Chrome/' => 'Chrome',
        'Chromium/' => 'Chromium',
        'CriOS/' => 'Chrome',
        'Safari/' => 'Safari',
    ];
    private const SYSTEMS = [
        'iPhone' => 'iPhone',
        'iPad' => 'iPad',
        'Android' => 'Android',
        'Windows' => 'Windows',
        'Mac OS X' => 'Mac',
        'CrOS' => 'ChromeOS',
        'Linux' => 'Linux',
    ];

    /** For example “Firefox on Windows”; an unknown browser is shown by its own words, shortened. */
    public static function of(string $agent): Message|string
    {
        $browser = self::first(self::BROWSERS, $agent);
        $system = self::first(self::SYSTEMS, $agent);

        return match (true) {
            null === $browser && null === $system => '' === trim($agent)
                ? new Message('account.sessions.unknown')
                : mb_strimwidth($agent, 0, 60, '…'),
            null === $system => (string) $browser,
            default => new Message('account.sessions.browser_on', [
                'browser' => $browser ?? new Message('account.sessions.some_browser'),
                'system' => $system,
            ]),
        };
    }

    /** @param array<string, string> $names */
    private static function first(array $names, string $agent): ?string
    {
        foreach ($names as $sign => $name) {
            if (str_contains($agent, $sign)) {
                return $name;
            }
        }

        return null;
    }
}
