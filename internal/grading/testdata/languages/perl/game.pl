# Tic-tac-toe for two, in a language that is run by a command of its own.
use strict;
use warnings;
$| = 1;

sub show {
    my @b = @_;
    for my $r ( 0 .. 2 ) { print join( ' | ', map { $b[ 3 * $r + $_ ] } 0 .. 2 ), "\n"; print "--+---+--\n" if $r < 2; }
}

sub wins {
    my ( $p, @b ) = @_;
    for my $l ( [ 0, 1, 2 ], [ 3, 4, 5 ], [ 6, 7, 8 ], [ 0, 3, 6 ], [ 1, 4, 7 ], [ 2, 5, 8 ], [ 0, 4, 8 ], [ 2, 4, 6 ] ) {
        return 1 if ( grep { $b[$_] eq $p } @$l ) == 3;
    }
    return 0;
}

while (1) {
    my @b = (' ') x 9;
    my ( $p, $n ) = ( 'X', 0 );
    while (1) {
        show(@b);
        print "Player $p, enter row and column (1-3): ";
        my $line = <STDIN>;
        exit unless defined $line;
        unless ( $line =~ /^\s*([1-3])\s+([1-3])\s*$/ ) { print "Not a valid cell.\n"; next; }
        my $i = 3 * ( $1 - 1 ) + $2 - 1;
        if ( $b[$i] ne ' ' ) { print "That cell is taken.\n"; next; }
        $b[$i] = $p;
        $n++;
        if ( wins( $p, @b ) ) { show(@b); print "Player $p wins!\n"; last; }
        if ( $n == 9 ) { show(@b); print "It is a draw.\n"; last; }
        $p = $p eq 'X' ? 'O' : 'X';
    }
    print "Play again? (y/n) ";
    my $again = <STDIN>;
    last unless defined $again && $again =~ /^y/;
}
