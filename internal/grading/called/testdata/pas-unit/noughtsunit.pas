unit noughtsunit;

{$mode objfpc}{$H+}

interface

procedure NewGame;
function MakeMove(row, col: Integer): Boolean;
function CellAt(row, col: Integer): Char;
function Winner: Char;
function IsDraw: Boolean;
function Turn: Char;

implementation

var
  Cells: array[1..3, 1..3] of Char;
  Player: Char;
  Count: Integer;

procedure NewGame;
var
  r, c: Integer;
begin
  for r := 1 to 3 do
    for c := 1 to 3 do
      Cells[r, c] := ' ';
  Player := 'X';
  Count := 0;
end;

function MakeMove(row, col: Integer): Boolean;
begin
  Result := False;
  if (row < 1) or (row > 3) or (col < 1) or (col > 3) then
    Exit;
  if (Cells[row, col] <> ' ') or (Winner <> ' ') then
    Exit;
  Cells[row, col] := Player;
  Inc(Count);
  if Player = 'X' then
    Player := 'O'
  else
    Player := 'X';
  Result := True;
end;

function CellAt(row, col: Integer): Char;
begin
  Result := Cells[row, col];
end;

function Line(a, b, c, d, e, f: Integer): Boolean;
begin
  Result := (Cells[a, b] <> ' ') and (Cells[a, b] = Cells[c, d]) and (Cells[c, d] = Cells[e, f]);
end;

function Winner: Char;
var
  i: Integer;
begin
  Winner := ' ';
  for i := 1 to 3 do
  begin
    if Line(i, 1, i, 2, i, 3) then
      Winner := Cells[i, 1];
    if Line(1, i, 2, i, 3, i) then
      Winner := Cells[1, i];
  end;
  if Line(1, 1, 2, 2, 3, 3) or Line(1, 3, 2, 2, 3, 1) then
    Winner := Cells[2, 2];
end;

function IsDraw: Boolean;
begin
  IsDraw := (Count = 9) and (Winner = ' ');
end;

function Turn: Char;
begin
  Turn := Player;
end;

initialization
  NewGame;
end.
