<?php

use App\Records\RecordReader;
use App\Records\SearchIndex;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** A search finds nobody by what the person who searches may not see: each word knows what it is of. All are made anew. */
return new class extends Migration
{
    private const CHUNK = 1000;

    public function up(): void
    {
        DB::statement('drop table search_words');
        // App\Records\SearchWord says what the numbers of fields are.
        DB::statement('create table search_words (
            word varchar(60) character set ascii collate ascii_bin not null,
            field tinyint unsigned not null,
            supporter_id bigint unsigned not null,
            primary key (word, field, supporter_id)
        ) engine=InnoDB');
        $after = 0;
        do {
            $ids = DB::table('supporters')->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->pluck('id')->all();
            app(SearchIndex::class)->addWords(app(RecordReader::class)->read($ids));
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
    }
};
