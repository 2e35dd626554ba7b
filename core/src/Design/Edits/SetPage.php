<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Message;

/**
 * Sets properties of a page or of all pages: name, background, safe margin, bleed, guides and swatches. The codec
 * decides which values are valid.
 */
final readonly class SetPage implements Edit
{
    private const OWN = ['background', 'name'];

    /** @param non-empty-array<string, mixed> $values of the page, or of the design */
    public function __construct(private array $values, private int $page = 0)
    {
    }

    public function apply(Design $design): Design
    {
        $codec = new DesignCodec();
        $data = $codec->toArray($design);
        foreach ($this->values as $key => $value) {
            if (\in_array($key, self::OWN, true)) {
                $data['sides'][$this->page][$key] = $value;
            } else {
                $data[$key] = $value;
            }
        }

        return $codec->fromArray($data);
    }

    public function says(Design $before): Message
    {
        $words = [];
        foreach (array_keys($this->values) as $key) {
            array_push($words, ...SetLayer::words(\in_array($key, self::OWN, true) ? Page::class : Design::class, [$key]));
        }

        return new Message('design.did.page_changed', ['what' => $words]);
    }
}
