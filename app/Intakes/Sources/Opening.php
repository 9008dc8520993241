<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\SourceFile;

/** Opens an intake on a file. */
final readonly class Opening
{
    private const TABLES = [
        'intake_rows',
        'intake_results',
        'intake_problems',
        'intake_keys',
        'intake_edits',
        'intake_untaken',
        'intake_counts',
    ];

    public function __construct(private SourceStore $sources) {}

    /**
     * @param  ?string  $sheet  null for the first
     * @param  string  $purpose  "load", or Intake::LIST
     *
     * @throws CannotRead if the file is no source; nothing is kept of it then
     */
    public function open(
        string $localPath,
        string $fileName,
        ?int $userId,
        ?string $name = null,
        ?string $sheet = null,
        ?IntakeSettings $settings = null,
        string $purpose = 'load',
    ): Intake {
        $file = SourceFile::open($localPath);
        if (filesize($localPath) > config('sieve.upload_limit')) {
            throw CannotRead::tooLarge(number_format(filesize($localPath) / 1e6) . ' MB');
        }
        $sheets = $file->sheets();
        if ($sheet !== null && !in_array($sheet, $sheets, true)) {
            throw $sheets === [] ? CannotRead::noSheets() : CannotRead::noSuchSheet($sheet, $sheets);
        }
        // A first look into the rows, so that a file that can't be read is refused before an intake is made of it.
        foreach ($file->reader(new ReadAs($sheet === null ? [] : [$sheet]))->rows() as $row) {
            break;
        }
        if (!isset($row)) {
            throw CannotRead::empty();
        }

        return Intake::query()
            ->create([
                'name' => mb_substr($name ?? self::nameOf($fileName), 0, 190),
                'state' => IntakeState::Reading,
                'purpose' => $purpose,
                'user_id' => $userId,
                'file_name' => mb_substr($fileName, -255),
                'file_path' => $this->sources->keep($localPath),
                'file_size' => (int) filesize($localPath),
                'sheets' => $sheets,
                'format' => $file->format->value,
                'sheets_read' => $sheets === [] ? [] : [$sheet ?? $sheets[0]],
                'encoding' => $file->dialect()?->encoding->value,
                'delimiter' => $file->dialect()?->delimiter,
                'settings' => $settings ?? new IntakeSettings(),
                'began_at' => now(),
            ])
            ->refresh();
    }

    /** Its rows and its file go; nothing of them has been loaded. */
    public function discard(Intake $intake): void
    {
        DB::transaction(static function () use ($intake): void {
            foreach (self::TABLES as $table) {
                DB::table($table)->where('intake_id', $intake->id)->delete();
            }
            $intake->delete();
        });
        $this->sources->forget($intake);
    }

    private static function nameOf(string $fileName): string
    {
        $base = trim((string) preg_replace('/[_-]+/', ' ', pathinfo($fileName, PATHINFO_FILENAME)));

        return $base === '' ? 'Untitled' : ucfirst($base);
    }
}
