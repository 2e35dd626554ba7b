<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Platform\Account\Member;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\FontFace;
use Symfony\Component\Asset\Packages;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/**
 * Fonts as stylesheets, so that the browser draws with the same files the core measures: the built-in ones and a
 * member's own.
 */
#[Route(methods: ['GET'])]
final readonly class FontsController
{
    public function __construct(
        private FontBook $fonts,
        private FontStore $store,
        private Packages $assets,
        private UrlGeneratorInterface $urls,
        private string $projectDir,
    ) {
    }

    #[Route('/sign-fonts.css', name: 'fonts')]
    public function shipped(): Response
    {
        $css = '';
        foreach ($this->fonts->all() as $family) {
            foreach ($family->faces as $face) {
                $css .= self::rule($face->family, $face->weight, $face->italic, $this->source($face));
            }
        }

        return self::css($css)->setPublic()->setMaxAge(3600);
    }

    #[Route('/own-fonts.css', name: 'own_fonts')]
    public function own(#[CurrentUser] Member $member): Response
    {
        $css = '';
        foreach ($this->store->all($member) as $font) {
            $css .= self::rule(
                FontSetup::alias($font->hash()),
                $font->weight(),
                $font->isItalic(),
                \sprintf('url("%s")', $this->urls->generate('own_font', ['hash' => $font->hash()])),
            );
        }

        return self::css($css)->setPrivate();
    }

    #[Route('/own-fonts/{hash}', name: 'own_font', requirements: ['hash' => '[0-9a-f]{64}'])]
    public function file(string $hash, #[CurrentUser] Member $member, Request $request): Response
    {
        $mine = array_filter($this->store->all($member), static fn (Font $font): bool => $font->hash() === $hash);
        $font = array_shift($mine) ?? throw new NotFoundHttpException('There is no such font.');
        $response = new Response(headers: ['Content-Type' => 'font/' . $font->ending()]);
        $response->setEtag($font->hash())->setPrivate()->setMaxAge(86_400);
        if (!$response->isNotModified($request)) {
            $response->setContent($this->store->bytes($font));
        }

        return $response;
    }

    private function source(FontFace $face): string
    {
        return str_starts_with($face->path, $this->projectDir . '/fonts/')
            ? \sprintf('url("%s")', $this->assets->getUrl(substr($face->path, \strlen($this->projectDir) + 1)))
            : \sprintf('local("%s")', $face->family);
    }

    private static function rule(string $family, int $weight, bool $italic, string $source): string
    {
        return \sprintf(
            "@font-face{font-family:\"%s\";font-weight:%d;font-style:%s;font-display:block;src:%s}\n",
            $family,
            $weight,
            $italic ? 'italic' : 'normal',
            $source,
        );
    }

    private static function css(string $css): Response
    {
        return new Response($css, 200, ['Content-Type' => 'text/css; charset=UTF-8']);
    }
}
