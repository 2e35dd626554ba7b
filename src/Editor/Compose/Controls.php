<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Declared;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\Percentage;
use Morphea\Core\Design\Styles\Fill;
use Morphea\Core\Message;

/** Controls of the rule line, as the properties of a layer, a page or the design declare them: label and unit. */
final readonly class Controls
{
    public function __construct(private Design $design, private Layer|Page|Design $of)
    {
    }

    /** @return array{label: Message, value: mixed, isColour: bool} */
    public function find(string $path): array
    {
        $property = Declared::of($this->of::class)->property($path);
        if (null === $property) {
            throw new \LogicException($this->of::class . " has no value at $path");
        }
        $unit = match (true) {
            $property instanceof Length => $property->unit($this->design->measure())->value,
            $property instanceof Percentage => 'percent',
            default => null,
        };

        return [
            'label' => null === $unit ? $property->says() : new Message('compose.control_in', [
                'what' => $property->says(),
                'unit' => new Message("common.unit.$unit"),
            ]),
            'value' => $property->shown(Declared::at($this->of, $path), $this->design->measure()),
            'isColour' => $property instanceof Colour || $property instanceof Fill,
        ];
    }
}
