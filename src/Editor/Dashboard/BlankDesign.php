<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Message;
use Symfony\Component\HttpFoundation\InputBag;

/** A blank page from a preset or a custom size. */
final readonly class BlankDesign
{
    /**
     * @param InputBag<bool|float|int|string> $input
     * @param Words                           $words   in the language of its member, which is the design's as well
     *
     * @throws DesignException when it is too large or too small
     */
    public static function of(InputBag $input, Words $words): Design
    {
        $name = mb_substr(trim($input->getString('name')), 0, 120);
        $name = '' === $name ? $words->say(new Message('projects.new.unnamed')) : $name;
        [$front, $back] = [$words->say(new Message('design.name.front')), $words->say(new Message('design.name.back'))];
        $locale = Language::ofLocale($words->locale())->designLocale();
        $preset = Preset::all()[$input->getString('preset')] ?? null;
        if (null !== $preset) {
            return $preset->design($name, $locale, $front, $back);
        }
        $unit = Unit::tryFrom($input->getString('unit')) ?? Unit::Pixel;
        $number = static fn (string $key): float => (float) str_replace(',', '.', $input->getString($key));

        return Design::blank(
            $name,
            $number('width'),
            $number('height'),
            $unit,
            '' === $input->getString('dpi') ? (Unit::Pixel === $unit ? 96 : 300) : $number('dpi'),
            $locale,
            $front,
        );
    }
}
