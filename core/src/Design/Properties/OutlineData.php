<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

use Morphea\Core\Design\Graphics\PathData;
use Morphea\Core\Design\Graphics\PathException;

/** A custom outline as SVG path data. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class OutlineData extends Plain
{
    public function read(JsonNode $node, string $name, string $locale): string
    {
        $data = $node->text($name, PathData::MOST_LETTERS);
        try {
            PathData::parse($data);
        } catch (PathException $e) {
            throw $node->error($name, $e->says());
        }

        return $data;
    }
}
