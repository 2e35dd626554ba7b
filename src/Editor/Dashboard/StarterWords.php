<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Account\Member;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * Makes a starter somebody's own: names of the demo's people and places are replaced by the member's, as listed in
 * demo/starters.json; without example rows, other words are replaced by neutral ones.
 */
final readonly class StarterWords
{
    public function __construct(private string $projectDir, private DesignCodec $codec)
    {
    }

    public function adapt(string $starter, Design $design, Member $member, bool $withRows): Design
    {
        $own = $this->read()[$starter] ?? null;
        if (null === $own) {
            return $design;
        }
        $names = [
            '{{organisation}}' => Pattern::quote($member->organisation()),
            '{{person}}' => Pattern::quote($member->signatory()),
        ];
        $words = array_map(
            static fn (string $pattern): string => strtr($pattern, $names),
            $own['own'] + ($withRows ? [] : $own['words'] ?? []),
        );
        $data = json_decode($this->codec->encode($design), true, 64, \JSON_THROW_ON_ERROR);
        \assert(\is_array($data) && \is_array($data['sides']));
        $data['name'] = $own['name'];
        foreach ($data['sides'] as $s => $page) {
            foreach ($page['layers'] as $i => $layer) {
                if (isset($words[$layer['id']])) {
                    $key = 'text' === $layer['kind'] ? 'content' : 'pattern';
                    $data['sides'][$s]['layers'][$i][$key] =
                        'content' === $key ? [['pattern' => $words[$layer['id']]]] : $words[$layer['id']];
                }
            }
        }

        return $this->codec->decode(json_encode($data, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION));
    }

    /** @return array<string, array{own: array<string, string>, name: string, words?: array<string, string>}> by starter and layer */
    private function read(): array
    {
        return json_decode((string) file_get_contents("$this->projectDir/demo/starters.json"), true, 8, \JSON_THROW_ON_ERROR);
    }
}
