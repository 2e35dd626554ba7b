<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Engine\Production\Showing;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\Mockup;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderError;
use Morphea\Core\Design\Model\PictureLook;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Output\Mockups\PreviewError;
use Morphea\Core\Output\Mockups\Product;
use Morphea\Core\Rendering\Layout\LaidOut;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A picture of each side on a product: to be shown, before anything is printed. */
#[AsTaggedItem(priority: -10)]
final readonly class OnProducts implements Showing
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

    public function label(): string
    {
        return 'product previews';
    }

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function ending(): string
    {
        return 'jpg';
    }

    public function options(): array
    {
        return [Option::Product, Option::Moment];
    }

    public function size(Template $template, Settings $settings): string
    {
        try {
            $product = Product::of($settings->product);
        } catch (PreviewError) {
            return '';
        }

        return $product->isOwn() ? "on {$product->picture}" : \sprintf('%1$d × %1$d px', Product::EDGE);
    }

    public function isBySide(): bool
    {
        return true;
    }

    public function depends(Settings $settings): array
    {
        return [self::VERSION, $settings->product];
    }

    public function files(Drawn $piece, Settings $settings, ?\Closure $stopped = null): array
    {
        try {
            $product = Product::of($settings->product);
        } catch (PreviewError $e) {
            throw new RenderError($e->getMessage(), 0, $e);
        }
        $own = null;
        if ($product->isOwn()) {
            $picture = $piece->pictures->picture($product->picture);
            $own = null === $picture ? null : $piece->pictures->content($picture, new PictureLook())->bytes;
        }

        return array_map(function (LaidOut $side) use ($piece, $product, $own, $stopped): string {
            $drawing = $side->drawing;
            $scale = Mockup::pixels($product) / max($drawing->width, $drawing->height);
            // What has no ground of its own lets the product be seen.
            $look = new Look($scale, Edge::Cut, $drawing->background);
            $png = $this->renderer->side($drawing, $piece->pictures, $look, [new PictureFormat(PictureKind::Png)], false, $stopped)[0];

            return $this->mockup->jpeg($product, $png, $own);
        }, $settings->sides($piece->stills($settings->moment)));
    }
}
