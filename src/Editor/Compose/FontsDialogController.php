<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Engine\Import\FontFile;
use Morphea\App\Engine\Import\FontReader;
use Morphea\App\Engine\Render\OwnFont;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Project\Assets\Font;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Text\FontBook;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Environment;

/** The list of fonts, each shown in itself, with the member's own among them. */
#[Route('/projects/{project}/compose/fonts')]
final readonly class FontsDialogController
{
    /** In the session: corrected fonts that wait for a yes. */
    private const ASKED = 'corrected-fonts';

    public function __construct(private FontStore $fonts, private FontBook $book, private Environment $twig)
    {
    }

    #[Route('', name: 'compose_fonts', methods: ['GET'])]
    public function index(Project $project): Response
    {
        return $this->show($project);
    }

    #[Route('', name: 'compose_fonts_bring', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function bring(Project $project, Request $request, FontReader $reader): Response
    {
        [$files, $notices] = Upload::many($request, 'fonts');
        $new = $asked = [];
        $note = $request->request->getString('licence');
        foreach ($files as $file) {
            try {
                $read = $reader->read((string) file_get_contents($file->path), $file->name);
                if (null !== $this->fonts->inPlaceOf($project->owner(), $read)) {
                    $this->fonts->keep($read);
                    $asked[] = [$read->family, $read->weight, $read->italic, $read->licence, $read->ending, $read->hash(), $note];
                    continue;
                }
                $font = $this->fonts->add($project->owner(), $read, $note);
                $new[] = OwnFont::name($font->family(), $this->book);
                if ($read->wholeOnly) {
                    $notices[] = new Message('import.font.added_whole_only', [
                        'name' => $file->name,
                        'why' => new Message('import.font.whole_only'),
                    ]);
                }
            } catch (UploadException $e) {
                $notices[] = $e->says();
            }
        }

        $request->getSession()->set(self::ASKED, $asked);

        return $this->show($project, array_values(array_unique($new)), $notices, $asked);
    }

    /** Replaces pictures by the new files after the member was asked. */
    #[Route('/replace', name: 'compose_fonts_replace', methods: ['POST'])]
    public function replace(Project $project, Request $request): Response
    {
        $new = $notices = [];
        /** @var list<array{string, int, bool, string, string, string, string}> $asked */
        $asked = $request->getSession()->remove(self::ASKED) ?? [];
        foreach ($asked as [$family, $weight, $italic, $licence, $ending, $hash, $note]) {
            $bytes = $this->fonts->kept($hash, $ending);
            $file = null === $bytes ? null : new FontFile($family, $weight, $italic, $licence, $ending, $bytes);
            $old = null === $file ? null : $this->fonts->inPlaceOf($project->owner(), $file);
            if (null === $file || null === $old) {
                $notices[] = new Message('compose.fonts.gone', ['family' => $family]);
                continue;
            }
            $this->fonts->replace($old, $file, $note);
            $new[] = OwnFont::name($family, $this->book);
        }

        return $this->show($project, array_values(array_unique($new)), $notices);
    }

    #[Route('/remove', name: 'compose_fonts_remove', methods: ['POST'])]
    public function remove(Project $project, Request $request): Response
    {
        foreach ($this->fonts->all($project->owner()) as $font) {
            if (OwnFont::name($font->family(), $this->book) === $request->request->getString('family')) {
                $this->fonts->remove($font);
            }
        }

        return $this->show($project);
    }

    /**
     * @param list<string> $new  families that just came
     * @param list<Message|string> $notices what could not be used
     * @param list<array{string, int, bool, string, string, string, string}> $asked corrected files: family, weight, slant …
     */
    private function show(Project $project, array $new = [], array $notices = [], array $asked = []): Response
    {
        $own = $this->fonts->all($project->owner());
        $licences = [];
        foreach ($own as $font) {
            $licences[OwnFont::name($font->family(), $this->book)] = $font->licence;
        }

        return new Response(
            $this->twig->render('compose/fonts.html.twig', [
                'project' => $project,
                'families' => $this->fonts->engine($project->owner())->fonts->choices(),
                'licences' => $licences,
                'version' => substr(
                    hash('sha256', implode('', array_map(static fn (Font $font): string => $font->hash(), $own))),
                    0,
                    8,
                ),
                'new' => $new,
                'notices' => $notices,
                'asked' => array_map(fn (array $one): array => [
                    'name' => $name = OwnFont::name($one[0], $this->book),
                    'weight' => $one[1],
                    'italic' => $one[2],
                    'projects' => $this->fonts->projects($project->owner(), $name),
                ], $asked),
            ]),
        );
    }
}
