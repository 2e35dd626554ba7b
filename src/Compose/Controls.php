<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\Core\Template\Declared;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Property\Colour;
use Morphea\Core\Template\Property\Fill;
use Morphea\Core\Template\Property\Length;
use Morphea\Core\Template\Property\Share;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;

/**
 * Controls of the rule line, as the values of a layer, a side or the template declare themselves: what they are called,
 * in which unit they are typed.
 */
final readonly class Controls
{
    public function __construct(private Template $template, private Layer|Side|Template $of)
    {
    }

    /** @return array{label: string, value: mixed, isColour: bool} */
    public function of(string $path): array
    {
        $property = Declared::of($this->of::class)->property($path);
        if (null === $property) {
            throw new \LogicException($this->of::class . " has no value at $path");
        }
        $unit = match (true) {
            $property instanceof Length => ' in ' . $property->unit($this->template->measure())->value,
            $property instanceof Share => ' in per cent',
            default => '',
        };

        return [
            'label' => ucfirst($property->says()) . $unit,
            'value' => $property->shown(Declared::at($this->of, $path), $this->template->measure()),
            'isColour' => $property instanceof Colour || $property instanceof Fill,
        ];
    }
}
