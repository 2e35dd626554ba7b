<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureUpload;
use Morphea\App\Engine\Render\BarePicture;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Forms\FieldKind;
use Morphea\Core\Message;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** Pictures uploaded with a form: photos and raster graphics, one for each field, checked like every upload. */
final readonly class SentPictures
{
    private const LARGEST = 12_000_000;
    private const KINDS = ['image/jpeg' => 'jpg', 'image/png' => 'png', 'image/webp' => 'webp'];

    public function __construct(private PictureUpload $upload, private PictureStore $pictures, private BarePicture $bare)
    {
    }

    /** @return array<string, string> by column key: there is something, whatever it is */
    public function sent(Form $form, Request $request): array
    {
        $names = [];
        foreach ($form->order->fields as $field) {
            if (FieldKind::Picture === $field->kind && $request->files->get("picture-$field->column") instanceof UploadedFile) {
                $names[$field->column] = 'sent';
            }
        }

        return $names;
    }

    /**
     * All of them are kept or none: if one fails, all are uploaded again.
     *
     * @return array{array<string, string>, array<string, Message|string>} names they got, and what is wrong, by column key
     */
    public function collect(Form $form, Request $request): array
    {
        $names = $wrong = [];
        foreach ($form->order->fields as $field) {
            $file = FieldKind::Picture === $field->kind ? $request->files->get("picture-$field->column") : null;
            if (!($file instanceof UploadedFile)) {
                continue;
            }
            try {
                // One after the other: all at once would be more than a page may hold.
                $names[$field->column] = $this->pictures->add($form->project, $this->read($request, "picture-$field->column"));
            } catch (UploadException $e) {
                $wrong[$field->column] = $e->says();
            }
        }

        if ([] !== $wrong) {
            $this->drop($form->project, $names);
        }

        return [[] === $wrong ? $names : [], $wrong];
    }

    /** @param array<string> $names of pictures whose answer is not to be */
    public function drop(Project $project, array $names): void
    {
        foreach ($names as $name) {
            $picture = $this->pictures->find($project, $name);
            if (null !== $picture) {
                $this->pictures->remove($picture);
            }
        }
    }

    /** @throws UploadException */
    private function read(Request $request, string $field): PictureFile
    {
        $sent = Upload::from($request, $field);
        // By what it holds, before anything of it is opened: archives, films and drawings with scripts are not taken.
        $kind = self::KINDS[(string) (new \finfo(\FILEINFO_MIME_TYPE))->file($sent->path)] ?? null;
        if (null === $kind || (int) filesize($sent->path) > self::LARGEST) {
            throw new UploadException(new Message('public.form.picture_kind', ['size' => intdiv(self::LARGEST, 1_000_000)]));
        }
        // What it is called is what errors call it.
        foreach ($this->upload->read($sent->path, $sent->name) as $read) {
            if ($read instanceof UploadException) {
                throw $read;
            }
            $name = 'answer-' . bin2hex(random_bytes(5)) . '-' . SafeName::of(pathinfo($sent->name, \PATHINFO_FILENAME));

            return $this->stripped($sent->path, $name, $sent->name);
        }

        throw new UploadException(new Message('public.form.picture_unreadable'));
    }

    /**
     * Re-encodes a picture once its format and size are checked, which removes where and when it was taken.
     *
     * @throws UploadException
     */
    private function stripped(string $path, string $name, string $called): PictureFile
    {
        try {
            [$bytes, $ending] = $this->bare->strip((string) file_get_contents($path));
        } catch (RenderException $e) {
            throw new UploadException(new Message('public.form.picture_damaged', ['name' => $called]), previous: $e);
        }
        $fresh = (string) tempnam(sys_get_temp_dir(), 'sent');
        try {
            file_put_contents($fresh, $bytes);
            foreach ($this->upload->read($fresh, "$name.$ending") as $read) {
                return $read instanceof UploadException ? throw $read : $read;
            }
        } finally {
            unlink($fresh);
        }

        throw new UploadException(new Message('public.form.picture_damaged', ['name' => $called]));
    }
}
