<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

use Morphea\Core\Message;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * A real service behind the same interface: it receives headings, examples, themes, count and seed as JSON, and answers
 * {"rows": [[…]]}.
 */
final readonly class HttpTextService implements TextService
{
    private const SECONDS = 60;

    public function __construct(private HttpClientInterface $client, private string $address)
    {
    }

    public function rows(array $headings, array $examples, array $themes, int $count, int $seed, string $locale): array
    {
        try {
            $answer = $this->client
                ->request('POST', $this->address, [
                    'json' => [
                        'headings' => $headings,
                        'examples' => $examples,
                        'themes' => $themes,
                        'count' => $count,
                        'seed' => $seed,
                        'locale' => $locale,
                    ],
                    'timeout' => self::SECONDS,
                ])
                ->toArray();
        } catch (ExceptionInterface $e) {
            throw new DraftException(new Message('rows.draft.silent'), 0, $e);
        }
        $rows = \is_array($answer['rows'] ?? null)
            ? $answer['rows']
            : throw new DraftException(new Message('rows.draft.no_rows'));
        $width = \count($headings);

        return array_map(
            static fn (mixed $row): array => \array_slice(
                array_pad(
                    array_map(
                        static fn (mixed $cell): string => \is_scalar($cell) ? (string) $cell : '',
                        \is_array($row) ? array_values($row) : [],
                    ),
                    $width,
                    '',
                ),
                0,
                $width,
            ),
            array_values(\array_slice($rows, 0, $count)),
        );
    }
}
