<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use Morphea\Core\MessageException;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;
use Symfony\Component\Finder\SplFileInfo;

/**
 * What people read is in the catalogues, in every language: no sentence stands in PHP or in a script. Exempt are what only
 * operators read (commands, backups, metrics, logs) and what says that the program itself is wrong.
 */
final class BareTextTest extends TestCase
{
    private const ROOT = __DIR__ . '/../..';
    /** A word with a capital and another behind it, or small words as they stand between others. */
    private const SENTENCE = '/^[“"]?\p{Lu}\p{L}*[,:]? \p{L}|\p{L} ' .
        '(?:the|is|are|not|of|to|in|was|by|for|no|at|and|or|cannot|has|have|with) \p{L}/u';
    /** Other languages: queries, declarations, names of fonts and codes, markup, patterns and headers. */
    private const NO_SENTENCE = '/^\s*(?:SELECT|INSERT|UPDATE|DELETE|CREATE|ALTER|DROP|PRAGMA|WITH|VACUUM|BEGIN|LOCK|AND|OR|JOIN|FROM|' .
        'WHERE|CASE|DO|SET|ON CONFLICT|typedef|struct|unsigned|IBM Plex|Noto|Mac OS|QR code|Data Matrix|Aztec code|out of memory|' .
        'first day of)\b|<[a-z?!\/]|^\/.*\/[a-z]*$|^[~#].*[~#][a-z]*$|\b(?:IS NOT NULL|IS NULL|ORDER BY|LIKE \?|IN \(|AS [A-Z]+)\b|' .
        '; filename=|[a-z]+\/[a-z]+; |^private, |^no-cache|^noindex/';
    /** What only operators read. */
    private const OPERATORS = ['Cli/', 'Platform/Maintenance/', 'Platform/Monitoring/', 'Platform/Database/', 'WorkerHealthListener',
        '/Tidy\w+\.php$/'];
    /** Made-up rows and phrases, which are data; and what a font is like, as its maker says it. */
    private const DATA = ['WordLists', 'BlankTable', 'FontBook'];
    private const LOGS = ['emergency', 'alert', 'critical', 'error', 'warning', 'notice', 'info', 'debug', 'cdef'];

    public function testNoSentenceStandsInPhp(): void
    {
        $bare = [];
        foreach (['src', 'core/src'] as $folder) {
            $files = (new Finder())->files()->in(self::ROOT . "/$folder")->name('*.php');
            foreach ($files->notPath([...self::OPERATORS, ...self::DATA]) as $file) {
                array_push($bare, ...self::inPhp($file));
            }
        }
        self::assertSame([], $bare);
    }

    public function testNoSentenceStandsInAScript(): void
    {
        $bare = [];
        foreach ((new Finder())->files()->in(self::ROOT . '/assets/scripts')->name('*.js') as $file) {
            $code = (string) preg_replace('~(^|\s)//[^\n]*~', '$1', $file->getContents());
            preg_match_all(
                '/\'((?:[^\'\\\\\n]|\\\\.)*)\'|`((?:[^`\\\\]|\\\\.)*)`/',
                $code,
                $literals,
                \PREG_SET_ORDER | \PREG_UNMATCHED_AS_NULL,
            );
            foreach ($literals as $literal) {
                $text = (string) preg_replace('/\$\{[^}]*\}/', 'x', $literal[2] ?? $literal[1] ?? '');
                self::isSentence($text) && ($bare[] = "{$file->getFilename()}: $text");
            }
        }
        self::assertSame([], $bare);
    }

    /** @return list<string> sentences in a file, with their lines */
    private static function inPhp(SplFileInfo $file): array
    {
        $found = [];
        $calls = [];
        $callee = '';
        foreach (\PhpToken::tokenize($file->getContents()) as $token) {
            if ($token->is([\T_WHITESPACE, \T_COMMENT, \T_DOC_COMMENT])) {
                continue;
            }
            if ($token->is(['(', '['])) {
                $calls[] = $callee;
            } elseif ($token->is([')', ']'])) {
                array_pop($calls);
            } elseif (
                $token->is([\T_CONSTANT_ENCAPSED_STRING, \T_ENCAPSED_AND_WHITESPACE])
                && self::isSentence(trim($token->text, '\'"'))
                && [] === array_filter($calls, static fn (string $call): bool => self::isExempt($call, $file))
            ) {
                $found[] = "{$file->getRelativePathname()}:$token->line: $token->text";
            }
            $callee = $token->is([\T_STRING, \T_NAME_FULLY_QUALIFIED, \T_NAME_QUALIFIED]) ? $token->text : '';
        }

        return $found;
    }

    private static function isSentence(string $text): bool
    {
        return 1 === preg_match(self::SENTENCE, $text) && 1 !== preg_match(self::NO_SENTENCE, $text);
    }

    /** What goes to a log, or says that the program is wrong: an exception that is not made for people. */
    private static function isExempt(string $call, SplFileInfo $file): bool
    {
        if (!str_ends_with($call, 'Exception')) {
            $ofException = \in_array($call, ['__construct', 'self'], true) && str_ends_with($file->getFilename(), 'Exception.php');

            return $ofException || \in_array($call, [...self::LOGS, 'AsCommand', 'assert'], true);
        }
        $code = $file->getContents();
        preg_match('/^namespace (.+);/m', $code, $namespace);
        $class = 1 === preg_match('/^use (\S+\\\\' . preg_quote($call, '/') . ');/m', $code, $used)
            ? $used[1]
            : ($namespace[1] ?? '') . "\\$call";

        return !is_a($class, MessageException::class, true);
    }
}
