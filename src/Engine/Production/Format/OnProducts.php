<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MockupFormat;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\Mockup;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Message;
use Morphea\Core\Output\Mockups\MockupException;
use Morphea\Core\Output\Mockups\Product;
use Morphea\Core\Rendering\Layout\LaidOut;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Mockups: a picture of each page on a product, to be shown before anything is printed. */
#[AsTaggedItem(priority: -10)]
final readonly class OnProducts extends AbstractFormat implements MockupFormat
{
    /** Raised whenever the same product comes out otherwise than before. */
    private const VERSION = 1;

    public function __construct(private Renderer $renderer, private Mockup $mockup)
    {
    }

    public static function id(): string
    {
        return 'products';
    }

    public function page(): string
    {
        return 'previews';
    }

    public function trouble(Design $design, FormatSettings $settings, array $rows): Message|string|null
    {
        try {
            Product::of(ProductSettings::from($settings)->product);
        } catch (MockupException $e) {
            return $e->says();
        }

        return null;
    }

    public function ending(): string
    {
        return 'jpg';
    }

    public function settings(SettingsInput $said = new SettingsInput([])): ProductSettings
    {
        return new ProductSettings($said);
    }

    public function options(): array
    {
        return [FormatOption::Product, FormatOption::Moment];
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        try {
            $product = Product::of(ProductSettings::from($settings)->product);
        } catch (MockupException) {
            return '';
        }

        return $product->isOwn() ? "on {$product->picture}" : \sprintf('%1$d × %1$d px', Product::EDGE);
    }

    public function isByPage(): bool
    {
        return true;
    }

    public function depends(FormatSettings $settings): array
    {
        return [self::VERSION, ProductSettings::from($settings)->product];
    }

    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        try {
            $product = Product::of(ProductSettings::from($settings)->product);
        } catch (MockupException $e) {
            throw new RenderException($e->says(), 0, $e);
        }
        $own = null;
        if ($product->isOwn()) {
            $picture = $piece->pictures->picture($product->picture);
            $own = null === $picture ? null : $piece->pictures->content($picture, new PictureLook())->bytes;
        }

        return array_map(function (LaidOut $page) use ($piece, $product, $own, $stopped): string {
            $drawing = $page->drawing;
            $scale = Mockup::pixels($product) / max($drawing->width, $drawing->height);
            // What has no ground of its own lets the product be seen.
            $look = new Look($scale, Edge::Cut, $drawing->background);
            $png = $this->renderer->page($drawing, $piece->pictures, $look, [new PictureFormat(PictureKind::Png)], false, $stopped)[0];

            return $this->mockup->jpeg($product, $png, $own);
        }, $settings->pages($piece->stills($settings->moment)));
    }
}
